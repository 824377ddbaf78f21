import "server-only";
import { getCraft } from "@/features/craft/craftRepository";
import { getCurrentLibrary } from "@/features/faultLibrary/currentLibrary";
import { type Db } from "@/server/db";
import { type JobFacts } from "../bays/bayManifest";
import { findingsOf } from "../events/findings";
import { listEvents } from "../events/jobEventRepository";
import { getJob } from "../jobRepository";
import { listProofs } from "../proofRepository";

/** Reads all that is known of a job. @throws {NotFoundError} */
export async function loadJobFacts(db: Db, jobId: number): Promise<JobFacts> {
  const job = await getJob(db, jobId);
  const [craft, events, proofs, { library }] = await Promise.all([
    getCraft(db, job.craftId),
    listEvents(db, jobId),
    listProofs(db, jobId),
    getCurrentLibrary(db),
  ]);
  return { job, craft, events, findings: findingsOf(events), proofs, library };
}
