import "server-only";
import { blockersOf } from "@/core/prove/orderProofs";
import { findProofKind, PROOF_KINDS } from "@/core/prove/proofKinds";
import { bayChange } from "@/features/job/bays/bayChange";
import { changeJob, type JobChange } from "@/features/job/changeJob";
import { type Job } from "@/features/job/job";
import { type JobEvent, type NewJobEvent } from "@/features/job/events/eventKind";
import { listEvents } from "@/features/job/events/jobEventRepository";
import { decideProofRow, listProofs } from "@/features/job/proofRepository";
import { requireSymptom } from "@/features/faultLibrary/requireSymptom";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { AppError } from "@/server/errors";
import { formatClock } from "@/shared/format";
import { CLEAN_ENOUGH, cleanFlyingOf } from "./cleanFlying";
import { proofDecided, sortieLogged } from "./prove.manifest";
import { type DecideProofInput, type LogSortieInput } from "./prove.schema";

/**
 * Decides a proof. Met: only when what must come first is met or waived, and for clean time only when enough was flown.
 * Failed: the job goes back to Isolate with the failure as a finding. Waived: a lead's word, with the reason.
 *
 * @throws {AppError} `forbidden`, `invalid_input`, `not_ready`; {ConflictError}; {NotFoundError}
 */
export async function decideProof(context: VerbContext, input: DecideProofInput): Promise<null> {
  requireRole(context, input.state === "waived" ? "lead" : "technician");
  const { kind, state, note, symptomId } = input;
  if (symptomId !== null) await requireSymptom(context.pool, symptomId);
  return changeJob(context, input, async (db, job) => {
    if (job.bay !== "prove") throw new AppError("not_ready", "Proofs are decided in Prove; take the job there first.");
    const proofs = await listProofs(db, job.id);
    if (!findProofKind(kind) || !proofs.some((proof) => proof.kind === kind)) {
      throw new AppError("invalid_input", "That proof is not asked of this job.");
    }
    if (state === "met") {
      const blockers = blockersOf(kind, proofs, PROOF_KINDS).map((blocker) => findProofKind(blocker)!.title);
      if (blockers.length > 0) throw new AppError("not_ready", `First: ${blockers.slice(0, 3).join("; ")}.`);
      if (kind === "clean-time") requireCleanTime(job, await listEvents(db, job.id));
    }
    await decideProofRow(db, job.id, kind, { state, note, personId: context.person.id, at: context.now });
    const decided = proofDecided.of({ kind, state, note, symptomId: state === "failed" ? symptomId : null });
    return state === "failed" ? backToIsolate(job, [decided], kind) : { events: [decided], result: null };
  });
}

/**
 * Logs a flight. A failure on it starts the clean time again and sends the job back to Isolate.
 *
 * @throws {AppError} `forbidden`, `not_ready` outside Prove; {ConflictError}; {NotFoundError}
 */
export async function logSortie(context: VerbContext, input: LogSortieInput): Promise<null> {
  requireRole(context, "technician");
  const { seconds, failures, note } = input;
  return changeJob(context, input, async (db, job) => {
    if (job.bay !== "prove") throw new AppError("not_ready", "Sorties are logged in Prove; take the job there first.");
    const flown = sortieLogged.of({ seconds, failures, note });
    const asked = (await listProofs(db, job.id)).some(({ kind }) => kind === "clean-time");
    if (failures === 0 || !asked) return { events: [flown], result: null };
    const reason = note || `failed again within ${formatClock(seconds)}`;
    const decision = { state: "failed" as const, note: reason, personId: context.person.id, at: context.now };
    await decideProofRow(db, job.id, "clean-time", decision);
    const failed = proofDecided.of({
      kind: "clean-time",
      state: "failed",
      note: reason,
      symptomId: PROOF_KINDS["clean-time"].failureSymptom,
    });
    return backToIsolate(job, [flown, failed], "clean-time");
  });
}

function requireCleanTime(job: Job, events: readonly JobEvent[]): void {
  const clean = cleanFlyingOf(job, events);
  if (clean && clean.chance > CLEAN_ENOUGH) {
    throw new AppError("not_ready", `${formatClock(clean.leftS)} of clean flying are left before this counts.`);
  }
}

function backToIsolate(job: Job, events: NewJobEvent[], kind: string): JobChange<null> {
  const move = bayChange(job, "isolate", `${findProofKind(kind)!.title} failed`);
  return { events: [...events, move.event], patch: move.patch, result: null };
}
