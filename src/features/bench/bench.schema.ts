import * as v from "valibot";
import { JobTarget } from "@/features/job/jobTarget.schema";
import { DRIVE_DEFECTS } from "@/sim/driveModel";

const limit = (message: string, low: number, high: number) =>
  v.pipe(v.number(message), v.minValue(low, `At least ${low}.`), v.maxValue(high, `At most ${high}.`));

/** Arms the rig for a power-draw sweep of a job's craft. */
export const ArmSweepInput = v.object({
  jobId: v.pipe(v.number(), v.integer(), v.minValue(1)),
  operatorToken: v.pipe(v.string(), v.uuid()),
  limits: v.object({
    maxCurrentA: limit("Give the highest current in ampere.", 1, 500),
    minVoltageV: limit("Give the lowest voltage in volt.", 1, 70),
    maxVoltageV: limit("Give the highest voltage in volt.", 1, 70),
  }),
  /** Demo only: the hidden defect of the drive on the simulated bench. */
  defect: v.nullish(v.picklist(DRIVE_DEFECTS), null),
});
export type ArmSweepInput = v.InferOutput<typeof ArmSweepInput>;

/** Keeps a run on its job. */
export const KeepRunInput = v.object({
  ...JobTarget.entries,
  runId: v.pipe(v.number(), v.integer(), v.minValue(1)),
  asBaseline: v.optional(v.boolean(), false),
});
export type KeepRunInput = v.InferOutput<typeof KeepRunInput>;
