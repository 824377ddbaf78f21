"use server";

import { runAction } from "@/features/people/runAction";
import { KeepRunInput } from "./bench.schema";
import { keepRun } from "./benchVerbs";
import { keepMeasurement } from "./keepMeasurement";
import { KeepMeasurementInput } from "./keepMeasurement.schema";

/** Keeps a run on its job as evidence. */
export async function keepRunAction(raw: unknown) {
  return runAction(KeepRunInput, raw, keepRun);
}

/** Keeps a table of readings on its job as evidence. */
export async function keepMeasurementAction(raw: unknown) {
  return runAction(KeepMeasurementInput, raw, keepMeasurement);
}
