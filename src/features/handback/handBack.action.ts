"use server";

import { runAction } from "@/server/verbs/runAction";
import { decideCase, handBack } from "./handBack";
import { DecideCaseInput, HandBackInput } from "./handBack.schema";

/** Hands the craft back and closes the job. */
export async function handBackAction(raw: unknown) {
  return runAction(HandBackInput, raw, handBack);
}

/** Takes a closed job out of what the shop learns from, or back in. */
export async function decideCaseAction(raw: unknown) {
  return runAction(DecideCaseInput, raw, decideCase);
}
