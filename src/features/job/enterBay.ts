import "server-only";
import { mayRelease } from "@/core/prove/orderProofs";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { AppError } from "@/server/errors";
import { BAY_NAMES } from "./bays";
import { bayChange } from "./bayChange";
import { changeJob } from "./changeJob";
import { type EnterBayInput } from "./enterBay.schema";
import { listProofs } from "./proofRepository";
import { refreshedHeadline } from "./refreshedHeadline";

/**
 * Takes a job to another bay. Hand back opens only when every proof is met or waived.
 *
 * @throws {AppError} `forbidden`, `not_ready` when it is there already or proofs are open; {ConflictError}; {NotFoundError}
 */
export async function enterBay(context: VerbContext, { to, reason, ...target }: EnterBayInput): Promise<null> {
  requireRole(context, "technician");
  return changeJob(context, target, async (db, job) => {
    if (job.bay === to) throw new AppError("not_ready", `The job is in ${BAY_NAMES[to]} already.`);
    if (to === "handback" && !mayRelease(await listProofs(db, job.id))) {
      throw new AppError("not_ready", "Hand back opens when every proof is met or waived.");
    }
    const { event, patch } = bayChange(job, to, reason);
    const headline = await refreshedHeadline(db, { ...job, ...patch }, []);
    return { events: [event], patch: { ...patch, ...headline }, result: null };
  });
}
