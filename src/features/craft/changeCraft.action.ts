"use server";

import { runAction } from "@/server/verbs/runAction";
import { changeCraft } from "./changeCraft";
import { ChangeCraftInput } from "./changeCraft.schema";

/** Corrects a craft's sheet. */
export async function changeCraftAction(raw: unknown) {
  return runAction(ChangeCraftInput, raw, changeCraft);
}
