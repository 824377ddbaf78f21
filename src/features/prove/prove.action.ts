"use server";

import { runAction } from "@/server/verbs/runAction";
import { DecideProofInput, LogSortieInput, PutRightInput, ReopenProofInput } from "./prove.schema";
import { decideProof, logSortie, putRight, reopenProof } from "./proveVerbs";

/** Decides a proof. */
export async function decideProofAction(raw: unknown) {
  return runAction(DecideProofInput, raw, decideProof);
}

/** Takes back what was decided of a proof. */
export async function reopenProofAction(raw: unknown) {
  return runAction(ReopenProofInput, raw, reopenProof);
}

/** Puts right on the spot what made a proof fail. */
export async function putRightAction(raw: unknown) {
  return runAction(PutRightInput, raw, putRight);
}

/** Logs a flight. */
export async function logSortieAction(raw: unknown) {
  return runAction(LogSortieInput, raw, logSortie);
}
