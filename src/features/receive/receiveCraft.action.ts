"use server";

import { runAction } from "@/server/verbs/runAction";
import { receiveCraft } from "./receiveCraft";
import { ReceiveCraftInput } from "./receiveCraft.schema";

/** Takes a craft in. */
export async function receiveCraftAction(raw: unknown) {
  return runAction(ReceiveCraftInput, raw, receiveCraft);
}
