"use server";

import { runAction } from "@/features/people/runAction";
import { KeepRunInput } from "./bench.schema";
import { keepRun } from "./benchVerbs";

/** Keeps a run on its job as evidence. */
export async function keepRunAction(raw: unknown) {
  return runAction(KeepRunInput, raw, keepRun);
}
