"use server";

import { runAction } from "@/server/verbs/runAction";
import { LogPackInput, SavePackInput } from "./pack.schema";
import { logPack, savePack } from "./packVerbs";

/** Puts a pack on the list or changes it. */
export async function savePackAction(raw: unknown) {
  return runAction(SavePackInput, raw, savePack);
}

/** Writes a measurement into a pack's log. */
export async function logPackAction(raw: unknown) {
  return runAction(LogPackInput, raw, logPack);
}
