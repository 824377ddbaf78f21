"use server";

import { runAction } from "@/server/verbs/runAction";
import { changeDetails } from "./changeDetails";
import { ChangeDetailsInput } from "./changeDetails.schema";

/** Corrects a job's details. */
export async function changeDetailsAction(raw: unknown) {
  return runAction(ChangeDetailsInput, raw, changeDetails);
}
