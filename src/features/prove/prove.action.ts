"use server";

import { runAction } from "@/server/verbs/runAction";
import { DecideProofInput, LogSortieInput } from "./prove.schema";
import { decideProof, logSortie } from "./proveVerbs";

/** Decides a proof. */
export async function decideProofAction(raw: unknown) {
  return runAction(DecideProofInput, raw, decideProof);
}

/** Logs a flight. */
export async function logSortieAction(raw: unknown) {
  return runAction(LogSortieInput, raw, logSortie);
}
