"use server";

import { runAction } from "@/server/verbs/runAction";
import { ChangeSettingInput, ReplacePartInput } from "./refit.schema";
import { changeSetting, replacePart } from "./refitVerbs";

/** The old part out, the new one in. */
export async function replacePartAction(raw: unknown) {
  return runAction(ReplacePartInput, raw, replacePart);
}

/** Records a repair without a new part. */
export async function changeSettingAction(raw: unknown) {
  return runAction(ChangeSettingInput, raw, changeSetting);
}
