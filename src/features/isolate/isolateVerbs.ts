import "server-only";
import { CoreInputError } from "@/core/CoreInputError";
import { findOutcome, getCheck } from "@/core/diagnosis/findings/caseFindings";
import { type Check } from "@/core/diagnosis/library/library.types";
import { outcomeOfValue } from "@/core/diagnosis/findings/outcomeOfValue";
import { getCraft } from "@/features/craft/craftRepository";
import { bayChange } from "@/features/job/bayChange";
import { changeJob, type JobChange } from "@/features/job/changeJob";
import { findingsOf, type JobFinding } from "@/features/job/findings";
import { diagnosisOf } from "@/features/job/diagnosisOf";
import { type Job } from "@/features/job/job";
import { type NewJobEvent } from "@/features/job/jobEvent.schema";
import { listEvents } from "@/features/job/jobEventRepository";
import { refreshedHeadline } from "@/features/job/refreshedHeadline";
import { getCurrentLibrary } from "@/features/faultLibrary/currentLibrary";
import { getKnowledge } from "@/features/faultLibrary/getKnowledge";
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
  type WithdrawFindingInput,
} from "./isolate.schema";

/*
 * The verbs of Isolate. Each throws {AppError} `forbidden` or `invalid_input`, {ConflictError} and {NotFoundError}.
 */

/** Writes the answer to a check, given as an outcome or as the measured value; the suspects move with it. */
export async function answerCheck(context: VerbContext, input: AnswerCheckInput): Promise<null> {
  requireRole(context, "technician");
  const { checkId, value, doubtful, minutes, note } = input;
  return changeJob(context, input, async (db, job) => {
    const { library } = await getCurrentLibrary(db);
    const { check, outcomeId } = requireKnown(() => {
      const known = getCheck(library, checkId);
      const answer = outcomeOf(known, input);
      findOutcome(known, answer);
      return { check: known, outcomeId: answer };
    });
    return withEvents(db, job, [
      {
        kind: "check_answered",
        payload: {
          checkId,
          outcomeId,
          minutes: minutes ?? (outcomeId === "could-not-do" ? 0 : check.minutes),
          note,
          value,
          doubtful,
        },
      },
    ]);
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
  const { symptomId, value, doubtful, note } = input;
  await requireSymptom(context.pool, symptomId);
  return changeJob(context, input, (db, job) =>
    withEvents(db, job, [{ kind: "finding_added", payload: { symptomId, value, doubtful, note } }]),
  );
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
    return withEvents(
      db,
      job,
      [...seqs].map((each): NewJobEvent => ({ kind: "finding_withdrawn", payload: { seq: each, reason } })),
    );
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
    return withEvents(db, job, [{ kind: "finding_doubted", payload: { seq, doubtful } }]);
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
    return withEvents(db, job, [{ kind: "finding_confirmed", payload: { seq } }]);
  });
}

/** Writes one step of a one-change-at-a-time experiment. */
export async function addExperimentStep(context: VerbContext, input: ExperimentStepInput): Promise<null> {
  requireRole(context, "technician");
  const { changes, faultShows, note } = input;
  return changeJob(context, input, async (db, job) =>
    withEvents(db, job, [{ kind: "experiment_step", payload: { changes, faultShows, note } }]),
  );
}

/** Names the cause and goes on to Bench. The probability it had is kept with it. */
export async function nameCause(context: VerbContext, input: NameCauseInput): Promise<null> {
  requireRole(context, "technician");
  const { faultIds, other, note } = input;
  return changeJob(context, input, async (db, job) => {
    const craft = await getCraft(db, job.craftId);
    const knowledge = await getKnowledge(db, craft);
    const { library } = knowledge;
    const diagnosis = diagnosisOf(job, craft.kind, findingsOf(await listEvents(db, job.id)), knowledge);
    const faults = faultIds.map((faultId) => {
      const fault = library.faults.find(({ id }) => id === faultId);
      if (!fault) throw new AppError("invalid_input", `The library has no fault "${faultId}".`);
      const suspect = diagnosis.suspects.find((one) => one.fault.id === faultId);
      const repair = library.repairs.find(({ id }) => id === fault.repair)!.name;
      return { id: fault.id, name: fault.name, repair, probability: suspect?.probability ?? 0 };
    });
    const named: NewJobEvent = { kind: "cause_named", payload: { faults, other, note } };
    const move = bayChange(job, "bench", "");
    const events = job.bay === "isolate" ? [named, move.event] : [named];
    const patch = job.bay === "isolate" ? move.patch : {};
    return {
      events,
      patch: { ...patch, ...(await refreshedHeadline(db, { ...job, ...patch }, events)) },
      result: null,
    };
  });
}

async function countedOf(db: Db, job: Job): Promise<JobFinding[]> {
  return findingsOf(await listEvents(db, job.id)).filter(({ state }) => state === "counted");
}

async function withEvents(db: Db, job: Job, events: NewJobEvent[]): Promise<JobChange<null>> {
  return { events, patch: await refreshedHeadline(db, job, events), result: null };
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
