"use server";

import { runAction } from "@/server/verbs/runAction";
import { recordPowerStep } from "./firstPower/powerUpVerbs";
import { keepAlignment, keepMotorMap } from "./lie/guideVerbs";
import {
  ExplainInput,
  KeepAlignmentInput,
  KeepMotorMapInput,
  PowerStepInput,
  SavePlanInput,
  SaveSettingsInput,
  SettleInput,
  WireSoInput,
} from "./wiring.schema";
import { saveSettings } from "./settings/settingsVerbs";
import { explainWire, savePlanOf, settleDifference, wireSo } from "./plan/wiringVerbs";

/** Saves what is planned on a job. */
export async function savePlanAction(raw: unknown) {
  return runAction(SavePlanInput, raw, savePlanOf);
}

/** Why a need is where the plan puts it. */
export async function explainWireAction(raw: unknown) {
  return runAction(ExplainInput, raw, explainWire);
}

/** The craft is wired as the plan says. */
export async function wireSoAction(raw: unknown) {
  return runAction(WireSoInput, raw, wireSo);
}

/** A step of the first power-up. */
export async function recordPowerStepAction(raw: unknown) {
  return runAction(PowerStepInput, raw, recordPowerStep);
}

/** Keeps the settings that were read off a board. */
export async function saveSettingsAction(raw: unknown) {
  return runAction(SaveSettingsInput, raw, saveSettings);
}

/** Keeps how the board lies. */
export async function keepAlignmentAction(raw: unknown) {
  return runAction(KeepAlignmentInput, raw, keepAlignment);
}

/** Keeps the motor map. */
export async function keepMotorMapAction(raw: unknown) {
  return runAction(KeepMotorMapInput, raw, keepMotorMap);
}

/** Settles what two sources of a board say differently. */
export async function settleDifferenceAction(raw: unknown) {
  return runAction(SettleInput, raw, settleDifference);
}
