import * as v from "valibot";
import { JobTarget } from "../jobTarget.schema";
import { STEP_IDS } from "./stepsBeforePower";

/** Steps before power that were done: what each of them showed is kept as a finding. */
export const ConfirmBeforePowerInput = v.object({
  ...JobTarget.entries,
  done: v.pipe(v.array(v.picklist(STEP_IDS)), v.minLength(1, "Tick what was done.")),
});
export type ConfirmBeforePowerInput = v.InferOutput<typeof ConfirmBeforePowerInput>;
