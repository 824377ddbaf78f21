import * as v from "valibot";
import { EscMatrixSchema } from "@/features/craft/escMatrix.schema";
import { JobTarget } from "@/features/job/jobTarget.schema";

/** Saves them, and keeps the comparison on the job. */
export const SaveEscSettingsInput = v.object({
  ...JobTarget.entries,
  settingsVersion: v.pipe(v.number(), v.integer(), v.minValue(0)),
  matrix: EscMatrixSchema,
});
export type SaveEscSettingsInput = v.InferOutput<typeof SaveEscSettingsInput>;
