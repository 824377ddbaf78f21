"use server";

import { runAction } from "@/server/verbs/runAction";
import { SaveInstrumentInput } from "./instrument.schema";
import { saveInstrument } from "./saveInstrument";

/** Puts an instrument on the list or changes it. */
export async function saveInstrumentAction(raw: unknown) {
  return runAction(SaveInstrumentInput, raw, saveInstrument);
}
