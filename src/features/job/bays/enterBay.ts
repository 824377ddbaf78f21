import "server-only";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { AppError } from "@/server/errors";
import { listEvents } from "../events/jobEventRepository";
import { changeJob } from "../changeJob";
import { listProofs } from "../proofRepository";
import { bayChange } from "./bayChange";
import { findBay } from "./bayRegistry";
import { type EnterBayInput } from "./enterBay.schema";

/**
 * Takes a job to another bay, where that bay lets it in.
 *
 * @throws {AppError} `forbidden`, `invalid_input` for a bay that is not there, `not_ready` when it is there already or the bay
 *   is closed to it; {ConflictError}; {NotFoundError}
 */
export async function enterBay(context: VerbContext, { to, reason, ...target }: EnterBayInput): Promise<null> {
  requireRole(context, "technician");
  const bay = findBay(to);
  if (!bay) throw new AppError("invalid_input", "Pick a bay.");
  return changeJob(context, target, async (db, job) => {
    if (job.bay === to) throw new AppError("not_ready", `The job is in ${bay.name} already.`);
    const proofs = await listProofs(db, job.id);
    const closed = bay.closedBecause?.({ proofs }) ?? null;
    if (closed) throw new AppError("not_ready", closed);
    const { event, patch } = bayChange(job, to, reason, { events: await listEvents(db, job.id), proofs });
    return { events: [event], patch, result: null };
  });
}
