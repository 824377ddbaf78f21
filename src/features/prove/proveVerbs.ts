import "server-only";
import { proofAndDependents } from "@/core/prove/dependents";
import { blockersOf, orderProofs } from "@/core/prove/orderProofs";
import { findProofKind, PROOF_KINDS, type ProofKind } from "@/core/prove/proofKinds";
import { setBaselineRun } from "@/features/craft/craftRepository";
import { bayChange } from "@/features/job/bays/bayChange";
import { changeJob, type JobChange } from "@/features/job/changeJob";
import { type Job } from "@/features/job/job";
import { listPhotos, photosSince } from "@/features/job/photos/photoRepository";
import { type Proof } from "@/features/job/proof";
import { type JobEvent, type NewJobEvent } from "@/features/job/events/eventKind";
import { findingsOf } from "@/features/job/events/findings";
import {
  findingConfirmed,
  findingWithdrawn,
  type MetBy,
  metByText,
  proofDecided,
  proofReopened,
  proofsAsked,
  settingChanged,
} from "@/features/job/events/jobEvents";
import { listEvents } from "@/features/job/events/jobEventRepository";
import { lastChangeAt, measurementsOf } from "@/features/job/events/measurements";
import { decideProofRow, listProofs, saveProofList } from "@/features/job/proofRepository";
import { requireSymptom } from "@/features/faultLibrary/requireSymptom";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type Db } from "@/server/db";
import { AppError } from "@/server/errors";
import { formatClock } from "@/shared/format";
import { CLEAN_ENOUGH, type CleanFlying, cleanFlyingOf } from "./cleanFlying";
import { sortieLogged } from "./prove.manifest";
import { type DecideProofInput, type LogSortieInput, type PutRightInput, type ReopenProofInput } from "./prove.schema";
import { weighEvidence } from "./weighEvidence";

/**
 * Decides a proof. Met: only when what must come first is met or waived, and by what the proof asks for, or by eye with the
 * reason. Failed: the job goes back to Isolate with the failure as a finding. Waived: a lead's word, with the reason.
 *
 * @throws {AppError} `forbidden`, `invalid_input`, `not_ready`; {ConflictError}; {NotFoundError}
 */
export async function decideProof(context: VerbContext, input: DecideProofInput): Promise<null> {
  requireRole(context, input.state === "waived" ? "lead" : "technician");
  const { kind, state, note, symptomId, place } = input;
  if (symptomId !== null) await requireSymptom(context.pool, symptomId);
  return changeJob(context, input, async (db, job) => {
    const { proofs, proofKind } = await requireProof(db, job, kind);
    const events = await listEvents(db, job.id);
    let evidence: MetBy | null = null;
    if (state === "met") {
      const blockers = blockersOf(kind, proofs, PROOF_KINDS).map((blocker) => findProofKind(blocker)!.title);
      if (blockers.length > 0) throw new AppError("not_ready", `First: ${blockers.slice(0, 3).join("; ")}.`);
      evidence = proofKind.needs?.sorties
        ? metByFlying(job, events)
        : weighEvidence(proofKind.needs, input.evidence, {
            measurements: measurementsOf(events),
            photos: photosSince(await listPhotos(db, job.id), lastChangeAt(events)),
          });
      await takeAsBaseline(db, job, events, evidence);
    }
    const metBy = metByText(evidence);
    await decideProofRow(db, job.id, kind, { state, note, metBy, personId: context.person.id, at: context.now });
    const isFailed = state === "failed";
    const decided = proofDecided.of({
      kind,
      state,
      note,
      symptomId: isFailed ? symptomId : null,
      place: isFailed ? place : "",
      evidence,
    });
    return isFailed ? backToIsolate(job, [decided], kind, { events, proofs }) : { events: [decided], result: null };
  });
}

/**
 * Takes back what was decided of a proof: it is open again. A failure that is taken back takes its finding along, and brings a
 * job that went to Isolate for it back to Prove.
 *
 * @throws {AppError} `forbidden`, `not_ready` for a proof that is open; {ConflictError}; {NotFoundError}
 */
export async function reopenProof(context: VerbContext, input: ReopenProofInput): Promise<null> {
  requireRole(context, "technician");
  const { kind, reason } = input;
  return changeJob(context, input, async (db, job) => {
    const proofs = await listProofs(db, job.id);
    const was = proofs.find((proof) => proof.kind === kind)?.state;
    if (was === undefined) throw new AppError("invalid_input", "That proof is not asked of this job.");
    if (was === "open") throw new AppError("not_ready", "Nothing was decided of that proof.");
    await decideProofRow(db, job.id, kind, { state: "open", note: "", personId: null, at: null });
    const events = await listEvents(db, job.id);
    const decided = proofDecided.in(events).findLast(({ payload }) => payload.kind === kind);
    const finding = findingsOf(events).find(({ seq, state }) => seq === decided?.seq && state === "counted");
    const written: NewJobEvent[] = [
      proofReopened.of({ kind, was, reason }),
      ...(finding ? [findingWithdrawn.of({ seq: finding.seq, reason })] : []),
    ];
    if (was !== "failed" || job.bay !== "isolate" || job.cameBackFrom !== "prove")
      return { events: written, result: null };
    const move = bayChange(job, "prove", "the failure was taken back", { events, proofs });
    return { events: [...written, move.event], patch: move.patch, result: null };
  });
}

/**
 * Puts right on the spot what made a proof fail, where the cure is plain: the failure and the cure are kept, and the proof is
 * asked for again with all that rests on it. The job stays in Prove.
 *
 * @throws {AppError} `forbidden`, `invalid_input`, `not_ready`; {ConflictError}; {NotFoundError}
 */
export async function putRight(context: VerbContext, input: PutRightInput): Promise<null> {
  requireRole(context, "technician");
  const { kind, note, symptomId, place, done, isRewired } = input;
  if (symptomId !== null) await requireSymptom(context.pool, symptomId);
  return changeJob(context, input, async (db, job) => {
    const { proofs, proofKind } = await requireProof(db, job, kind);
    const listed = proofs.map((proof) => proof.kind).filter((each) => findProofKind(each));
    const again = new Set(proofAndDependents(kind, listed, PROOF_KINDS));
    if (isRewired) for (const each of REWIRED) again.add(each);
    const because = `${proofKind.title}, put right: ${done}`;
    // Put right, the failure is no finding about the craft any more.
    const failedSeq = ((await listEvents(db, job.id)).at(-1)?.seq ?? 0) + 1;
    await saveProofList(db, job.id, orderProofs([...listed, ...again], PROOF_KINDS), [...again], because.slice(0, 200));
    return {
      events: [
        proofDecided.of({ kind, state: "failed", note, symptomId, place, evidence: null }),
        settingChanged.of({
          what: proofKind.title,
          before: note,
          after: done,
          place,
          afterProof: kind,
          outdated: [failedSeq],
        }),
        proofsAsked.of({ kinds: [...again], because }),
      ],
      result: null,
    };
  });
}

/** What touching a wire or a joint asks for. Common practice, no published source. */
const REWIRED = ["continuity", "mounting", "first-power"] as const;

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
    const proofs = await listProofs(db, job.id);
    const asked = proofs.some(({ kind }) => kind === "clean-time");
    if (failures === 0 || !asked) return { events: [flown], result: null };
    const reason = note || `failed again within ${formatClock(seconds)}`;
    const decision = { state: "failed" as const, note: reason, personId: context.person.id, at: context.now };
    await decideProofRow(db, job.id, "clean-time", decision);
    const failed = proofDecided.of({
      kind: "clean-time",
      state: "failed",
      note: reason,
      symptomId: null,
      evidence: null,
    });
    const events = await listEvents(db, job.id);
    // It is the same fault again: what was seen of it before the repair is still so.
    const stillSo = findingsOf(events)
      .filter(({ state, finding }) => state === "before the repair" && finding.kind === "symptom" && finding.value)
      .map(({ seq }) => findingConfirmed.of({ seq }));
    return backToIsolate(job, [flown, failed, ...stillSo], "clean-time", { events, proofs });
  });
}

/** @throws {AppError} `not_ready` outside Prove, `invalid_input` for a proof that is not asked of the job. */
async function requireProof(db: Db, job: Job, kind: string): Promise<{ proofs: Proof[]; proofKind: ProofKind }> {
  if (job.bay !== "prove") throw new AppError("not_ready", "Proofs are decided in Prove; take the job there first.");
  const proofs = await listProofs(db, job.id);
  const proofKind = findProofKind(kind);
  if (!proofKind || !proofs.some((proof) => proof.kind === kind))
    throw new AppError("invalid_input", "That proof is not asked of this job.");
  return { proofs, proofKind };
}

/** @throws {AppError} `not_ready` while clean time is left to fly. */
function metByFlying(job: Job, events: readonly JobEvent[]): MetBy | null {
  const clean = cleanFlyingOf(job, events);
  if (!clean) return null;
  if (clean.chance > CLEAN_ENOUGH)
    throw new AppError("not_ready", `${formatClock(clean.leftS)} of clean flying are left before this counts.`);
  return { by: "sorties", text: flyingText(clean) };
}

function flyingText({ flownS, failureCount, failureTimeS, chance }: CleanFlying): string {
  const before = `${failureCount} ${failureCount === 1 ? "failure" : "failures"} in ${formatClock(failureTimeS)} before`;
  return `${formatClock(flownS)} flown clean, ${before}: a chance of ${(100 * chance).toFixed(1)} % if nothing had changed`;
}

/** A run that was taken as the first baseline is the craft's from now on. */
async function takeAsBaseline(
  db: Db,
  { craftId }: Job,
  events: readonly JobEvent[],
  evidence: MetBy | null,
): Promise<void> {
  if (evidence?.by !== "measurement" || !evidence.isFirstBaseline) return;
  const runId = measurementsOf(events).find(({ seq }) => seq === evidence.seq)?.runId ?? null;
  if (runId !== null) await setBaselineRun(db, craftId, runId);
}

function backToIsolate(
  job: Job,
  written: NewJobEvent[],
  kind: string,
  worked: { events: readonly JobEvent[]; proofs: readonly Proof[] },
): JobChange<null> {
  const move = bayChange(job, "isolate", `${findProofKind(kind)!.title} failed`, worked);
  return { events: [...written, move.event], patch: move.patch, result: null };
}
