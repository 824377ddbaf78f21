import "server-only";
import { CoreInputError } from "@/core/CoreInputError";
import { type Diagnosis } from "@/core/diagnosis/diagnoseCase";
import { findOutcome, getCheck } from "@/core/diagnosis/findings/caseFindings";
import { type Check, type Library } from "@/core/diagnosis/library/library.types";
import { gatesOf } from "@/core/diagnosis/gates/shutGates";
import { outcomeOfValue } from "@/core/diagnosis/findings/outcomeOfValue";
import { bayChange } from "@/features/job/bays/bayChange";
import { changeJob } from "@/features/job/changeJob";
import { type JobFacts } from "@/features/job/bays/bayManifest";
import { causesOf, standingCauses } from "@/features/job/causes/causesOf";
import { findingsOf, weighedFindings } from "@/features/job/events/findings";
import { type JobFinding } from "@/features/job/events/jobFinding";
import {
  causeNamed,
  causeTakenBack,
  findingAdded,
  findingConfirmed,
  findingDoubted,
  findingWithdrawn,
  gateOpened,
} from "@/features/job/events/jobEvents";
import { diagnoseJob } from "@/features/job/headline/diagnoseJob";
import { loadJobFacts } from "@/features/job/headline/jobFacts";
import { checkAnswered, experimentStep } from "./isolate.manifest";
import { type Job } from "@/features/job/job";
import { listEvents } from "@/features/job/events/jobEventRepository";
import { getCurrentLibrary } from "@/features/faultLibrary/currentLibrary";
import { requireSymptom } from "@/features/faultLibrary/requireSymptom";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type Db } from "@/server/db";
import { AppError } from "@/server/errors";
import {
  type AddFindingInput,
  type AnswerCheckInput,
  type ConfirmFindingInput,
  type DoubtFindingInput,
  type ExperimentStepInput,
  type NameCauseInput,
  type OpenGateInput,
  type WithdrawCauseInput,
  type WithdrawFindingInput,
} from "./isolate.schema";

/*
 * The verbs of Isolate. Each throws {AppError} `forbidden` or `invalid_input`, {ConflictError} and {NotFoundError}.
 */

/** Writes the answer to a check, given as an outcome or as the measured value; the suspects move with it. */
export async function answerCheck(context: VerbContext, input: AnswerCheckInput): Promise<null> {
  requireRole(context, "technician");
  const { checkId, value, doubtful, place, minutes, note } = input;
  return changeJob(context, input, async (db) => {
    const { library } = await getCurrentLibrary(db);
    const { check, outcomeId } = requireKnown(() => {
      const known = getCheck(library, checkId);
      const answer = outcomeOf(known, input);
      findOutcome(known, answer);
      return { check: known, outcomeId: answer };
    });
    const spent = minutes ?? (outcomeId === "could-not-do" ? 0 : check.minutes);
    return {
      events: [checkAnswered.of({ checkId, outcomeId, minutes: spent, note, value, doubtful, place })],
      result: null,
    };
  });
}

/** The outcome that was given, or the one the measured value stands for. */
function outcomeOf(check: Check, { outcomeId, value }: AnswerCheckInput): string {
  if (outcomeId !== null) return outcomeId;
  if (value === null) throw new AppError("invalid_input", "Give an answer or a measured value.");
  if (!check.measure) throw new AppError("invalid_input", `“${check.title}” takes no measured value.`);
  return outcomeOfValue(check.measure, value);
}

/** Writes something that was seen, or seen not to be so, without a check. */
export async function addFinding(context: VerbContext, input: AddFindingInput): Promise<null> {
  requireRole(context, "technician");
  const { symptomId, value, doubtful, place, note } = input;
  await requireSymptom(context.pool, symptomId);
  return changeJob(context, input, async () => ({
    events: [findingAdded.of({ symptomId, value, doubtful, place, note })],
    result: null,
  }));
}

/** Takes a finding back, or all from it on: they stay in the history and no longer count. */
export async function withdrawFinding(context: VerbContext, input: WithdrawFindingInput): Promise<null> {
  requireRole(context, "technician");
  const { seq, andLater, reason } = input;
  return changeJob(context, input, async (db, job) => {
    const findings = await countedOf(db, job);
    if (!findings.some((finding) => finding.seq === seq)) {
      throw new AppError("invalid_input", "That finding does not count already.");
    }
    const seqs = new Set(andLater ? findings.map((finding) => finding.seq).filter((each) => each >= seq) : [seq]);
    return { events: [...seqs].map((each) => findingWithdrawn.of({ seq: each, reason })), result: null };
  });
}

/** Marks a finding doubtful, so that it weighs less, or sure again. */
export async function doubtFinding(context: VerbContext, input: DoubtFindingInput): Promise<null> {
  requireRole(context, "technician");
  const { seq, doubtful } = input;
  return changeJob(context, input, async (db, job) => {
    if (!(await countedOf(db, job)).some((finding) => finding.seq === seq)) {
      throw new AppError("invalid_input", "That finding does not count.");
    }
    return { events: [findingDoubted.of({ seq, doubtful })], result: null };
  });
}

/** Lets a finding from before the repair count again: somebody looked, and it is still so. */
export async function confirmFinding(context: VerbContext, input: ConfirmFindingInput): Promise<null> {
  requireRole(context, "technician");
  const { seq } = input;
  return changeJob(context, input, async (db, job) => {
    const finding = findingsOf(await listEvents(db, job.id)).find((each) => each.seq === seq);
    if (finding?.state !== "before the repair") {
      throw new AppError("invalid_input", "Only a finding from before the repair can be confirmed.");
    }
    return { events: [findingConfirmed.of({ seq })], result: null };
  });
}

/** Goes past a gate of the library: the checks behind it are offered, and the reason stays in the history and on the report. */
export async function openGate(context: VerbContext, input: OpenGateInput): Promise<null> {
  requireRole(context, "technician");
  const { gateId, reason } = input;
  return changeJob(context, input, async (db) => {
    const { library } = await getCurrentLibrary(db);
    const gate = gatesOf(library).find(({ id }) => id === gateId);
    if (!gate) throw new AppError("invalid_input", `The library has no gate "${gateId}".`);
    return { events: [gateOpened.of({ gateId, because: gate.because, reason })], result: null };
  });
}

/** Writes one step of a one-change-at-a-time experiment; a known-good part that was tried alone weighs like the check it is. */
export async function addExperimentStep(context: VerbContext, input: ExperimentStepInput): Promise<null> {
  requireRole(context, "technician");
  const { changes, faultShows, note } = input;
  return changeJob(context, input, async (db) => {
    const { library } = await getCurrentLibrary(db);
    const tried = changes.map(({ name, to }) => ({ name, to }));
    return {
      events: [experimentStep.of({ changes: tried, faultShows, note, stands: checkOf(library, input) })],
      result: null,
    };
  });
}

/** The check that a step was: one known-good part in, nothing else touched; null for anything else, which proves no part. */
function checkOf(library: Library, { changes, faultShows }: ExperimentStepInput) {
  const [only, ...more] = changes;
  if (!only || more.length > 0 || only.to !== "changed" || only.part === null) return null;
  const checkId = `spare-${only.part.replaceAll("_", "-")}`;
  const isKnown = library.checks.some(({ id }) => id === checkId);
  return isKnown ? { checkId, outcomeId: faultShows ? "same" : "gone" } : null;
}

/**
 * Names a cause, beside those that were named before or in the place of one, and goes on: to Bench where a measurement would
 * still settle something, to Refit where none would. What spoke for it, and how probable it was, are kept with it.
 */
export async function nameCause(context: VerbContext, input: NameCauseInput): Promise<{ bay: string }> {
  requireRole(context, "technician");
  const { faultIds, places, other, otherPlace, note, instead } = input;
  // Weighed before the job is locked: a case that takes its time must not hold others up. The version tells when it changed.
  const facts = await loadJobFacts(context.pool, input.jobId);
  const diagnosis = await diagnoseJob(context.pool, facts);
  const faults = faultIds.map((faultId) => {
    const fault = facts.library.faults.find(({ id }) => id === faultId);
    if (!fault) throw new AppError("invalid_input", `The library has no fault "${faultId}".`);
    const probability = diagnosis.suspects.find((one) => one.fault.id === faultId)?.probability ?? 0;
    const repair = facts.library.repairs.find(({ id }) => id === fault.repair)!.name;
    return { id: fault.id, name: fault.name, repair, probability, place: places[faultId] ?? "" };
  });
  const evidence = speakingFor(diagnosis, facts, faultIds);
  const named = causeNamed.of({ faults, other, otherPlace, evidence, note });
  const to = wouldBenchSettle(diagnosis, facts, faultIds) ? "bench" : "refit";
  return changeJob(context, input, async (db, job) => {
    const back =
      instead === null
        ? []
        : [causeTakenBack.of({ seq: requireStanding(facts, instead), reason: "another one was it" })];
    const written = [...back, named];
    if (job.bay !== "isolate") return { events: written, result: { bay: job.bay } };
    const move = bayChange(job, to, "", { events: [...facts.events, ...written], proofs: facts.proofs });
    return { events: [...written, move.event], patch: move.patch, result: { bay: to } };
  });
}

/** Takes a cause back: it stays in the history, and neither Refit nor the report's causes that stand hold it any more. */
export async function withdrawCause(context: VerbContext, input: WithdrawCauseInput): Promise<null> {
  requireRole(context, "technician");
  const facts = await loadJobFacts(context.pool, input.jobId);
  return changeJob(context, input, async () => ({
    events: [causeTakenBack.of({ seq: requireStanding(facts, input.seq), reason: input.reason })],
    result: null,
  }));
}

/** @returns The number, when a cause of the job stands under it. @throws {AppError} `invalid_input` */
function requireStanding(facts: JobFacts, seq: number): number {
  if (!standingCauses(causesOf(facts)).some((cause) => cause.seq === seq))
    throw new AppError("invalid_input", "That cause does not stand any more.");
  return seq;
}

/** Weight from which a finding counts as speaking for a fault, in decibans: hardly more than even. */
const SPEAKS_FROM_DB = 1;

/** The findings that spoke for one of the faults; of a cause outside the library, all that count. */
function speakingFor({ findings: weighed }: Diagnosis, facts: JobFacts, faultIds: readonly string[]): number[] {
  return weighedFindings(facts.findings, facts.library)
    .filter(
      (_, place) =>
        faultIds.length === 0 ||
        weighed[place]!.weights.some(
          ({ faultId, decibans }) => faultIds.includes(faultId) && decibans >= SPEAKS_FROM_DB,
        ),
    )
    .map(({ seq }) => seq);
}

/** Below this a measurement would hardly move what to repair. */
const WORTH_MEASURING_BITS = 0.1;
/** A fault that makes a reading at least this likely is told by it. */
const TOLD_FROM = 0.2;

/** True when the bench could still tell whether the named faults are it. */
function wouldBenchSettle({ measurements }: Diagnosis, { library }: JobFacts, faultIds: readonly string[]): boolean {
  return measurements.some(({ bits, symptomId }) => {
    const links = library.symptoms.find(({ id }) => id === symptomId)?.links ?? {};
    return bits >= WORTH_MEASURING_BITS && faultIds.some((fault) => (links[fault] ?? 0) >= TOLD_FROM);
  });
}

async function countedOf(db: Db, job: Job): Promise<JobFinding[]> {
  return findingsOf(await listEvents(db, job.id)).filter(({ state }) => state === "counted");
}

/** Runs a look-up in the library; turns "unknown" into a sentence for the person. */
function requireKnown<T>(find: () => T): T {
  try {
    return find();
  } catch (error) {
    if (error instanceof CoreInputError) throw new AppError("invalid_input", error.message, { cause: error });
    throw error;
  }
}
