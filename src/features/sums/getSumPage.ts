import "server-only";
import { SUMS } from "@/core/bench/sums";
import { hasRole } from "@/features/people/person";
import { requireRole, type VerbContext } from "@/features/people/verbContext";
import { NotFoundError } from "@/server/errors";
import { listOpenJobs } from "./openJobsRepository";
import { type SumPageProps } from "./SumPage";

/** One sum, and the open jobs it may be kept on. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getSumPage(context: VerbContext, sumId: string): Promise<SumPageProps> {
  requireRole(context, "viewer");
  if (!SUMS.some(({ id }) => id === sumId)) throw new NotFoundError(`The sum “${sumId}”`);
  const mayKeep = hasRole(context.person, "technician");
  return { sumId, jobs: mayKeep ? await listOpenJobs(context.pool) : [], mayKeep };
}
