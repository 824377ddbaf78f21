"use server";

import { runAction } from "@/server/verbs/runAction";
import { ReserveStockInput } from "@/features/stock/stock.schema";
import { changeSetting } from "./changeSetting";
import { findDonors } from "./findDonors";
import { ChangeSettingInput, FindDonorsInput, ReplacePartInput } from "./refit.schema";
import { replacePart } from "./replacePart";
import { reserveParts } from "./reserveParts";

/** The old part out, the new one in. */
export async function replacePartAction(raw: unknown) {
  return runAction(ReplacePartInput, raw, replacePart);
}

/** Records a repair without a new part. */
export async function changeSettingAction(raw: unknown) {
  return runAction(ChangeSettingInput, raw, changeSetting);
}

/** Parts of a kind on other craft. */
export async function findDonorsAction(raw: unknown) {
  return runAction(FindDonorsInput, raw, findDonors);
}

/** Puts the job's name on parts of the shelves. */
export async function reservePartsAction(raw: unknown) {
  return runAction(ReserveStockInput, raw, reserveParts);
}
