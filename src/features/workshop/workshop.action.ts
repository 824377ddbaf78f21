"use server";

import { SaveWorkshopInput } from "@/features/faultLibrary/workshop.schema";
import { runAction } from "@/server/verbs/runAction";
import { saveWorkshop } from "./saveWorkshop";

/** Saves what the shop has and what things cost. */
export async function saveWorkshopAction(raw: unknown) {
  return runAction(SaveWorkshopInput, raw, saveWorkshop);
}
