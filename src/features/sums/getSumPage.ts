import "server-only";
import { SUMS } from "@/core/bench/sums";
import { hasRole } from "@/features/people/person";
import { requireRole, type VerbContext } from "@/features/people/verbContext";
import { NotFoundError } from "@/server/errors";
import { listOpenJobs } from "./openJobsRepository";
import { type SumPageProps } from "./SumPage";

/**
 * One sum, and the open jobs it may be kept on.
 *
 * @param asked - Figures to begin with, by input, each in its quantity's first unit; what is no figure of the sum is left out.
 * @throws {NotFoundError}, {AppError} `forbidden`
 */
export async function getSumPage(
  context: VerbContext,
  sumId: string,
  asked: Readonly<Record<string, unknown>> = {},
): Promise<SumPageProps> {
  requireRole(context, "viewer");
  const sum = SUMS.find(({ id }) => id === sumId);
  if (!sum) throw new NotFoundError(`The sum “${sumId}”`);
  const starts = Object.fromEntries(
    sum.inputs.flatMap(({ id }) => {
      const text = asked[id];
      return typeof text === "string" && text.trim() !== "" && Number.isFinite(Number(text)) ? [[id, text]] : [];
    }),
  );
  const mayKeep = hasRole(context.person, "technician");
  return { sumId, starts, jobs: mayKeep ? await listOpenJobs(context.pool) : [], mayKeep };
}
