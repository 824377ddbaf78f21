import "server-only";
import { mayRelease } from "@/core/prove/orderProofs";
import { BAYS } from "@/features/job/bays";
import { changeJob } from "@/features/job/changeJob";
import { type NewJobEvent } from "@/features/job/jobEvent.schema";
import { listProofs } from "@/features/job/proofRepository";
import { requireRole, type VerbContext } from "@/features/people/verbContext";
import { AppError } from "@/server/errors";
import { type HandBackInput } from "./handBack.schema";

/**
 * Hands the craft back and closes the job.
 *
 * @throws {AppError} `forbidden`; `not_ready` unless every proof is met or waived; {ConflictError}; {NotFoundError}
 */
export async function handBack(context: VerbContext, input: HandBackInput): Promise<null> {
  requireRole(context, "technician");
  const { to, note } = input;
  return changeJob(context, input, async (db, job) => {
    const proofs = await listProofs(db, job.id);
    if (!mayRelease(proofs)) {
      const open = proofs.filter(({ state }) => state === "open" || state === "failed").length;
      throw new AppError(
        "not_ready",
        proofs.length === 0
          ? "Nothing was asked to be proven. Record the repair in Refit first."
          : `${open === 1 ? "1 proof is" : `${open} proofs are`} neither met nor waived.`,
      );
    }
    const events: NewJobEvent[] = [{ kind: "handed_back", payload: { to, note } }];
    const waived = proofs.filter(({ state }) => state === "waived").length;
    return {
      events,
      patch: {
        bay: "handback",
        baysDone: [...BAYS],
        cameBackFrom: null,
        waitingFor: "",
        closedAt: context.now,
        headline: `Handed back to ${to}`,
        detail: `${proofs.length - waived} proofs met${waived > 0 ? `, ${waived} waived` : ""}`,
        nextStep: "",
        nextWorth: "",
      },
      result: null,
    };
  });
}
