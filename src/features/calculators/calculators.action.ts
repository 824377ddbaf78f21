"use server";

import { runAction } from "@/server/verbs/runAction";
import { keepCalculation } from "./keepCalculation";
import { KeepCalculationInput } from "./keepCalculation.schema";

/** Keeps a calculation on a job. */
export async function keepCalculationAction(raw: unknown) {
  return runAction(KeepCalculationInput, raw, keepCalculation);
}
