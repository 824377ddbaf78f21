"use server";

import { runAction } from "@/features/people/runAction";
import { handBack } from "./handBack";
import { HandBackInput } from "./handBack.schema";

/** Hands the craft back and closes the job. */
export async function handBackAction(raw: unknown) {
  return runAction(HandBackInput, raw, handBack);
}
