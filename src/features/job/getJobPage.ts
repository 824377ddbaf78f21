import "server-only";
import { cache } from "react";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type JobFacts } from "./bays/bayManifest";
import { loadJobFacts } from "./headline/jobFacts";

// The job's frame and the bay inside it ask for the same job in one request.
const load = cache(loadJobFacts);

/** What every page of a job begins with. @throws {NotFoundError}, {AppError} `forbidden` */
export function getJobPage(context: VerbContext, jobId: number): Promise<JobFacts> {
  requireRole(context, "viewer");
  return load(context.pool, jobId);
}
