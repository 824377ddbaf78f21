"use server";

import { runAction } from "@/server/verbs/runAction";
import { KeepRunInput, NoteRunInput } from "./bench.schema";
import { keepRun } from "./benchVerbs";
import { SaveEscSettingsInput } from "./escSettings/escSettings.schema";
import { keepMeasurement } from "./tables/keepMeasurement";
import { KeepMeasurementInput } from "./tables/keepMeasurement.schema";
import { noteRun } from "./runs/runFileVerbs";
import { saveEscSettings } from "./escSettings/saveEscSettings";

/** Keeps a run on its job as evidence. */
export async function keepRunAction(raw: unknown) {
  return runAction(KeepRunInput, raw, keepRun);
}

/** Keeps a table of readings on its job as evidence. */
export async function keepMeasurementAction(raw: unknown) {
  return runAction(KeepMeasurementInput, raw, keepMeasurement);
}

/** Writes a remark at a moment of a run. */
export async function noteRunAction(raw: unknown) {
  return runAction(NoteRunInput, raw, noteRun);
}

/** Saves the settings of the craft's ESCs. */
export async function saveEscSettingsAction(raw: unknown) {
  return runAction(SaveEscSettingsInput, raw, saveEscSettings);
}
