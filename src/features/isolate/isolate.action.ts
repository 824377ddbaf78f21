"use server";

import { runAction } from "@/server/verbs/runAction";
import {
  AddFindingInput,
  AnswerCheckInput,
  ConfirmFindingInput,
  DoubtFindingInput,
  ExperimentStepInput,
  NameCauseInput,
  OpenGateInput,
  WithdrawCauseInput,
  WithdrawFindingInput,
} from "./isolate.schema";
import {
  addExperimentStep,
  addFinding,
  answerCheck,
  confirmFinding,
  doubtFinding,
  nameCause,
  openGate,
  withdrawCause,
  withdrawFinding,
} from "./isolateVerbs";

/** Writes the answer to a check. */
export async function answerCheckAction(raw: unknown) {
  return runAction(AnswerCheckInput, raw, answerCheck);
}

/** Writes something that was seen. */
export async function addFindingAction(raw: unknown) {
  return runAction(AddFindingInput, raw, addFinding);
}

/** Takes a finding back, or all from it on. */
export async function withdrawFindingAction(raw: unknown) {
  return runAction(WithdrawFindingInput, raw, withdrawFinding);
}

/** Marks a finding doubtful or sure. */
export async function doubtFindingAction(raw: unknown) {
  return runAction(DoubtFindingInput, raw, doubtFinding);
}

/** Lets a finding from before the repair count again. */
export async function confirmFindingAction(raw: unknown) {
  return runAction(ConfirmFindingInput, raw, confirmFinding);
}

/** Writes one step of an experiment. */
export async function addExperimentStepAction(raw: unknown) {
  return runAction(ExperimentStepInput, raw, addExperimentStep);
}

/** Takes a cause back. */
export async function withdrawCauseAction(raw: unknown) {
  return runAction(WithdrawCauseInput, raw, withdrawCause);
}

/** Names the cause and goes on, to Bench or to Refit. */
export async function nameCauseAction(raw: unknown) {
  return runAction(NameCauseInput, raw, nameCause);
}

/** Goes past a gate. */
export async function openGateAction(raw: unknown) {
  return runAction(OpenGateInput, raw, openGate);
}
