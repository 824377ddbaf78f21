import "server-only";
import { getCraft } from "@/features/craft/craftRepository";
import { insertCraftWithParts } from "@/features/craft/insertCraftWithParts";
import { type NewJobEvent } from "@/features/job/events/eventKind";
import { findingAdded } from "@/features/job/events/jobEvents";
import { projectHeadlineAfter } from "@/features/job/headline/projectHeadline";
import { appendEvents } from "@/features/job/events/jobEventRepository";
import { findJobIdByRequestKey, insertJob, listJobsOfCraft } from "@/features/job/jobRepository";
import { jobNumber } from "@/features/job/job";
import { requireSymptom } from "@/features/faultLibrary/requireSymptom";
import { isDuplicate } from "@/server/databaseErrors";
import { hasRole } from "@/server/person";
import { findPerson } from "@/server/verbs/findPerson";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { withTransaction } from "@/server/db";
import { AppError } from "@/server/errors";
import { received } from "./receive.manifest";
import { type ReceiveCraftInput } from "./receiveCraft.schema";

/**
 * Takes a craft in: adds it when it is new, opens a job that stands in Isolate, and writes what was seen as findings.
 *
 * The same request key gives the same job, so two quick clicks take one craft in once.
 *
 * @returns The job's id.
 * @throws {AppError} `forbidden`, `invalid_input` when the craft has an open job or the tail number is taken;
 *   {NotFoundError} for an unknown craft.
 */
export async function receiveCraft(context: VerbContext, input: ReceiveCraftInput): Promise<{ jobId: number }> {
  requireRole(context, "technician");
  const { pool, person, now } = context;
  const earlier = await findJobIdByRequestKey(pool, input.requestKey);
  if (earlier !== null) return { jobId: earlier };
  try {
    const taken = await withTransaction(pool, async (db) => {
      const craftId = input.newCraft ? await insertCraftWithParts(db, input.newCraft, now) : input.craftId!;
      const { name } = await getCraft(db, craftId);
      for (const symptomId of input.seen) await requireSymptom(db, symptomId);
      const open = (await listJobsOfCraft(db, craftId)).find(({ closedAt }) => closedAt === null);
      if (open) throw hereAlready(name, open.id);
      const technician = input.technicianId === null ? person : await findPerson(db, input.technicianId);
      if (!technician || !hasRole(technician, "technician"))
        throw new AppError("invalid_input", "Pick somebody who works on jobs.");
      const events = intakeEvents(input);
      const { phase, history, complaint, lastChange, promisedOn, isUrgent } = input;
      const jobId = await insertJob(db, {
        craftId,
        technicianId: technician.id,
        complaint,
        phase,
        history,
        lastChange,
        failureCount: input.intermittent?.failureCount ?? null,
        failureTimeS: input.intermittent?.failureTimeS ?? null,
        bay: "isolate",
        baysDone: ["receive"],
        cameBackFrom: null,
        waitingFor: "",
        promisedOn,
        isUrgent,
        receivedAt: now,
        requestKey: input.requestKey,
        eventCount: events.length,
      });
      await appendEvents(db, jobId, events, { firstSeq: 1, jobVersion: 1, personId: person.id, at: now });
      return { jobId };
    });
    await projectHeadlineAfter(pool, taken.jobId);
    return taken;
  } catch (error) {
    const raced = await findJobIdByRequestKey(pool, input.requestKey); // the other click came first
    if (raced !== null) return { jobId: raced };
    // Of several at once one is first; the others are led to its job.
    if (input.craftId != null && isDuplicate(error, "job_one_open")) {
      const open = (await listJobsOfCraft(pool, input.craftId)).find(({ closedAt }) => closedAt === null);
      if (open) throw hereAlready((await getCraft(pool, input.craftId)).name, open.id);
    }
    throw error;
  }
}

function intakeEvents({ complaint, seen, places }: ReceiveCraftInput): NewJobEvent[] {
  return [
    received.of({ complaint, makeSafe: ["battery out", "props off"] }),
    ...seen.map((symptomId) => findingAdded.of({ symptomId, value: true, note: "", place: places[symptomId] ?? "" })),
  ];
}

function hereAlready(name: string, jobId: number): AppError {
  return new AppError("invalid_input", `${name} is here already: job ${jobNumber(jobId)} is open.`);
}
