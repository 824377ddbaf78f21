"use server";

import { runAction } from "@/features/people/runAction";
import { keepSum } from "./keepSum";
import { KeepSumInput } from "./keepSum.schema";

/** Keeps a sum on a job. */
export async function keepSumAction(raw: unknown) {
  return runAction(KeepSumInput, raw, keepSum);
}
