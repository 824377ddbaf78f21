"use server";

import { runAction } from "@/server/verbs/runAction";
import { HandOverInput, KeepLookInput, NoteLogInput } from "./flightlog.schema";
import { handOver, keepLook, noteLog } from "./logVerbs";

/** Hands what a log says to Isolate. */
export async function handOverAction(raw: unknown) {
  return runAction(HandOverInput, raw, handOver);
}

/** Writes a remark at a moment of a log. */
export async function noteLogAction(raw: unknown) {
  return runAction(NoteLogInput, raw, noteLog);
}

/** Keeps how a log is looked at. */
export async function keepLookAction(raw: unknown) {
  return runAction(KeepLookInput, raw, keepLook);
}
