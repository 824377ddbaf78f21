"use server";

import { runAction } from "@/features/people/runAction";
import { AddFindingInput, AnswerCheckInput, NameCauseInput, WithdrawFindingInput } from "./isolate.schema";
import { addFinding, answerCheck, nameCause, withdrawFinding } from "./isolateVerbs";

/** Writes the answer to a check. */
export async function answerCheckAction(raw: unknown) {
  return runAction(AnswerCheckInput, raw, answerCheck);
}

/** Writes something that was seen. */
export async function addFindingAction(raw: unknown) {
  return runAction(AddFindingInput, raw, addFinding);
}

/** Takes a finding back. */
export async function withdrawFindingAction(raw: unknown) {
  return runAction(WithdrawFindingInput, raw, withdrawFinding);
}

/** Names the cause and goes on to Bench. */
export async function nameCauseAction(raw: unknown) {
  return runAction(NameCauseInput, raw, nameCause);
}
