import * as v from "valibot";
import { JobTarget } from "@/features/job/jobTarget.schema";

/** A calculator to be kept on a job: which one, and its inputs in SI. */
export const KeepCalculationInput = v.object({
  ...JobTarget.entries,
  calculatorId: v.pipe(v.string(), v.minLength(1), v.maxLength(60)),
  given: v.record(v.string(), v.pipe(v.number("Every field needs a number."), v.finite("Every field needs a number."))),
});
export type KeepCalculationInput = v.InferOutput<typeof KeepCalculationInput>;
