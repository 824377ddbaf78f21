import "server-only";
import { getCurrentLibrary } from "@/features/faultLibrary/currentLibrary";
import { type VerbContext } from "@/server/verbs/verbContext";
import { type Db, withTransaction } from "@/server/db";
import { ConflictError } from "@/server/errors";
import { eventText } from "./events/eventText";
import { type Job, jobNumber } from "./job";
import { type NewJobEvent } from "./events/eventKind";
import { appendEvents, listEvents } from "./events/jobEventRepository";
import { type JobPatch, lockJob, updateJob } from "./jobRepository";
import { projectHeadlineAfter } from "./headline/projectHeadline";
import { requireOpen } from "./requireOpen";
import { type JobTarget } from "./jobTarget.schema";

/** What a verb does to a job: events for its history, changed columns, and what the caller gets back. */
export interface JobChange<T> {
  events: NewJobEvent[];
  patch?: JobPatch;
  result: T;
}

/**
 * Changes a job in one transaction: locks it, compares the version the person saw ("any" for what overwrites nothing), lets `work` decide, appends the events.
 * Either all of it is stored or nothing; what the ticket says follows after the commit.
 *
 * @throws {ConflictError} when somebody changed the job since, with what they did.
 * @throws {AppError} `not_ready` when the job has been handed back: its history is closed.
 * @throws {NotFoundError}
 */
export async function changeJob<T>(
  { pool, person, now }: VerbContext,
  { jobId, version }: Pick<JobTarget, "jobId"> & { version: number | "any" },
  work: (db: Db, job: Job) => Promise<JobChange<T>>,
): Promise<T> {
  const done = await withTransaction(pool, async (db) => {
    const { job, eventCount } = await lockJob(db, jobId);
    if (version !== "any" && job.version !== version) {
      const since = (await listEvents(db, jobId)).filter(({ jobVersion }) => jobVersion > version);
      const { library } = await getCurrentLibrary(db);
      throw new ConflictError(
        `Somebody changed job ${jobNumber(jobId)} while you worked on it. Nothing of yours was stored yet.`,
        since.map((event) => `${event.personName}: ${eventText(event, library)}`),
      );
    }
    requireOpen(job);
    const { events, patch, result } = await work(db, job);
    if (events.length === 0 && !patch) return result; // nothing came of it
    await appendEvents(db, jobId, events, {
      firstSeq: eventCount + 1,
      jobVersion: job.version + 1,
      personId: person.id,
      at: now,
    });
    await updateJob(db, job, patch ?? {}, eventCount + events.length);
    return result;
  });
  await projectHeadlineAfter(pool, jobId);
  return done;
}
