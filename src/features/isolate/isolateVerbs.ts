import "server-only";
import { CoreInputError } from "@/core/CoreInputError";
import { findOutcome, getCheck } from "@/core/isolate/caseFindings";
import { shippedLibrary } from "@/core/isolate/library";
import { getCraft } from "@/features/craft/craftRepository";
import { bayChange } from "@/features/job/bayChange";
import { changeJob, type JobChange } from "@/features/job/changeJob";
import { findingsOf } from "@/features/job/findings";
import { isolationOf } from "@/features/job/isolationOf";
import { type Job } from "@/features/job/job";
import { type NewJobEvent } from "@/features/job/jobEvent.schema";
import { listEvents } from "@/features/job/jobEventRepository";
import { refreshedHeadline } from "@/features/job/refreshedHeadline";
import { requireRole, type VerbContext } from "@/features/people/verbContext";
import { type Db } from "@/server/db";
import { AppError } from "@/server/errors";
import {
  type AddFindingInput,
  type AnswerCheckInput,
  type NameCauseInput,
  type WithdrawFindingInput,
} from "./isolate.schema";

/*
 * The verbs of Isolate. Each throws {AppError} `forbidden` or `invalid_input`, {ConflictError} and {NotFoundError}.
 */

/** Writes the answer to a check; the suspects move with it. */
export async function answerCheck(context: VerbContext, input: AnswerCheckInput): Promise<null> {
  requireRole(context, "technician");
  const { checkId, outcomeId, minutes, note } = input;
  const check = requireKnown(() => {
    const known = getCheck(shippedLibrary, checkId);
    findOutcome(known, outcomeId);
    return known;
  });
  return changeJob(context, input, (db, job) =>
    withEvent(db, job, {
      kind: "check_answered",
      payload: { checkId, outcomeId, minutes: minutes ?? (outcomeId === "could-not-do" ? 0 : check.minutes), note },
    }),
  );
}

/** Writes something that was seen, or seen not to be so, without a check. */
export async function addFinding(context: VerbContext, input: AddFindingInput): Promise<null> {
  requireRole(context, "technician");
  const { readingId, value, note } = input;
  if (!shippedLibrary.readings.some(({ id }) => id === readingId)) {
    throw new AppError("invalid_input", `The library has no reading "${readingId}".`);
  }
  return changeJob(context, input, (db, job) =>
    withEvent(db, job, { kind: "finding_added", payload: { readingId, value, note } }),
  );
}

/** Takes a finding back: it stays in the history and no longer counts. */
export async function withdrawFinding(context: VerbContext, input: WithdrawFindingInput): Promise<null> {
  requireRole(context, "technician");
  return changeJob(context, input, async (db, job) => {
    const finding = findingsOf(await listEvents(db, job.id)).find(({ seq }) => seq === input.seq);
    if (finding?.state !== "counted") throw new AppError("invalid_input", "That finding does not count already.");
    return withEvent(db, job, { kind: "finding_withdrawn", payload: { seq: input.seq, reason: input.reason } });
  });
}

/** Names the cause and goes on to Bench. The probability it had is kept with it. */
export async function nameCause(context: VerbContext, input: NameCauseInput): Promise<null> {
  requireRole(context, "technician");
  return changeJob(context, input, async (db, job) => {
    const { kind } = await getCraft(db, job.craftId);
    const result = isolationOf(job, kind, findingsOf(await listEvents(db, job.id)));
    const faults = input.faultIds.map((faultId) => {
      const fault = shippedLibrary.faults.find(({ id }) => id === faultId);
      if (!fault) throw new AppError("invalid_input", `The library has no fault "${faultId}".`);
      const suspect = result.ok ? result.isolation.suspects.find((one) => one.fault.id === faultId) : undefined;
      const repair = shippedLibrary.repairs.find(({ id }) => id === fault.repair)!.name;
      return { id: fault.id, name: fault.name, repair, probability: suspect?.probability ?? 0 };
    });
    const named: NewJobEvent = { kind: "cause_named", payload: { faults, note: input.note } };
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

async function withEvent(db: Db, job: Job, event: NewJobEvent): Promise<JobChange<null>> {
  return { events: [event], patch: await refreshedHeadline(db, job, [event]), result: null };
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
