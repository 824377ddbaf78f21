"use server";

import { runAction } from "@/features/people/runAction";
import { enterBay } from "./enterBay";
import { EnterBayInput } from "./enterBay.schema";

/** Takes a job to another bay. */
export async function enterBayAction(raw: unknown) {
  return runAction(EnterBayInput, raw, enterBay);
}
