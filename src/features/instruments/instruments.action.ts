"use server";

import { runAction } from "@/server/verbs/runAction";
import { DeleteInstrumentInput, SaveInstrumentInput } from "./instrument.schema";
import { deleteInstrument, saveInstrument, tryInstrument } from "./saveInstrument";

/** Puts an instrument on the list or changes it. */
export async function saveInstrumentAction(raw: unknown) {
  return runAction(SaveInstrumentInput, raw, saveInstrument);
}

/** Tries an instrument before it is saved. */
export async function tryInstrumentAction(raw: unknown) {
  return runAction(SaveInstrumentInput, raw, tryInstrument);
}

/** Takes an instrument off the list. */
export async function deleteInstrumentAction(raw: unknown) {
  return runAction(DeleteInstrumentInput, raw, deleteInstrument);
}
