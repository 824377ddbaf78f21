import "server-only";
import { cache } from "react";
import { type Library } from "@/core/diagnosis/library/library.types";
import { type Craft } from "@/features/craft/craft";
import { getCraft } from "@/features/craft/craftRepository";
import { getCurrentLibrary } from "@/features/faultLibrary/currentLibrary";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type Db } from "@/server/db";
import { type Job } from "./job";
import { type JobEvent } from "./jobEvent.schema";
import { listEvents } from "./jobEventRepository";
import { getJob } from "./jobRepository";

/** What every page of a job begins with. */
export interface JobPage {
  job: Job;
  craft: Craft;
  events: JobEvent[];
  /** The fault library in use, for the names of what was found. */
  library: Library;
}

// The job's frame and the bay inside it ask for the same job in one request.
const load = cache(async (db: Db, jobId: number): Promise<JobPage> => {
  const job = await getJob(db, jobId);
  const [craft, events, { library }] = await Promise.all([
    getCraft(db, job.craftId),
    listEvents(db, jobId),
    getCurrentLibrary(db),
  ]);
  return { job, craft, events, library };
});

/** A job with its craft and history. @throws {NotFoundError}, {AppError} `forbidden` */
export function getJobPage(context: VerbContext, jobId: number): Promise<JobPage> {
  requireRole(context, "viewer");
  return load(context.pool, jobId);
}
