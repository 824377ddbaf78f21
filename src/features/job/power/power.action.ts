"use server";

import { runAction } from "@/server/verbs/runAction";
import { confirmBeforePower } from "./confirmBeforePower";
import { ConfirmBeforePowerInput } from "./power.schema";

/** Keeps that the steps before power were done. */
export async function confirmBeforePowerAction(raw: unknown) {
  return runAction(ConfirmBeforePowerInput, raw, confirmBeforePower);
}
