import "server-only";
import { findPartsElsewhere, type PartElsewhere } from "@/features/craft/fittedPartRepository";
import { getJob } from "@/features/job/jobRepository";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type FindDonorsInput } from "./refit.schema";

/** Craft that a list shows. */
const MOST_SHOWN = 20;

/** Parts of a kind on other craft, which could be taken from there. @throws {AppError} `forbidden`; {NotFoundError} */
export async function findDonors(
  context: VerbContext,
  { jobId, kind, search }: FindDonorsInput,
): Promise<PartElsewhere[]> {
  requireRole(context, "technician");
  const { craftId } = await getJob(context.pool, jobId);
  return findPartsElsewhere(context.pool, { kind, notOn: craftId, search, most: MOST_SHOWN });
}
