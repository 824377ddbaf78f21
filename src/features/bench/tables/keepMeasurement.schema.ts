import * as v from "valibot";
import { MEASUREMENT_KINDS } from "@/core/bench/measure/measureColumns";
import { JobTarget } from "@/features/job/jobTarget.schema";
import { MeasurementOptionsSchema } from "../runs/runOptions.schema";

/** A table of readings to be kept on a job, with what it cannot say by itself. */
export const KeepMeasurementInput = v.object({
  ...JobTarget.entries,
  kind: v.picklist(MEASUREMENT_KINDS),
  text: v.pipe(
    v.string(),
    v.minLength(1, "There are no readings."),
    v.maxLength(900_000, "The table is over 900 kB, which is the limit."),
  ),
  ...MeasurementOptionsSchema.entries,
});
export type KeepMeasurementInput = v.InferOutput<typeof KeepMeasurementInput>;
