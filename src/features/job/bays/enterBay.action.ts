"use server";

import { runAction } from "@/server/verbs/runAction";
import { enterBay } from "./enterBay";
import { EnterBayInput } from "./enterBay.schema";

/** Takes a job to another bay. */
export async function enterBayAction(raw: unknown) {
  return runAction(EnterBayInput, raw, enterBay);
}
