import * as v from "valibot";
import { RUN_KINDS } from "@/core/bench/run/runKinds";
import { JobTarget } from "@/features/job/jobTarget.schema";
import { ProfileSchema, PushedReadings, RunLimitsSchema } from "@/rigs/runProtocol";
import { BENCH_DEFECTS } from "@/sim/benchDefects";
import { RunOptionsSchema } from "./runs/runOptions.schema";

const id = v.pipe(v.number(), v.integer(), v.minValue(1));
const seconds = v.nullish(v.pipe(v.number(), v.minValue(0), v.maxValue(100_000)), null);

const ArmRun = v.object({
  jobId: id,
  operatorToken: v.pipe(v.string(), v.uuid()),
  kind: v.picklist(RUN_KINDS),
  profile: ProfileSchema,
  limits: RunLimitsSchema,
  options: v.optional(RunOptionsSchema, {}),
  rateHz: v.optional(v.pipe(v.number(), v.minValue(1), v.maxValue(1000)), 20),
  /** Demo only: the hidden defect of the craft on the simulated bench. */
  defect: v.nullish(v.picklist(BENCH_DEFECTS), null),
  severity: v.optional(v.picklist([1, 2, 3]), 2),
});
/** Arms the rig for a run on a job's craft. Motors never run without a bound on their amps. */
export const ArmRunInput = v.pipe(
  ArmRun,
  v.forward(
    v.check(
      ({ profile, limits }) => profile.every(({ throttle }) => throttle === 0) || (limits.current?.max ?? 0) > 0,
      "Give the highest amps: a run without them has no guard.",
    ),
    ["limits"],
  ),
);
export type ArmRunInput = v.InferOutput<typeof ArmRunInput>;

/** Connects the rig, with readings of stands on the page's serial port. */
export const ConnectRigInput = v.object({ pushed: v.optional(v.pipe(v.array(PushedReadings), v.maxLength(8)), []) });
export type ConnectRigInput = v.InferOutput<typeof ConnectRigInput>;

/** Keeps a run on its job, or a stretch of it. */
export const KeepRunInput = v.object({
  ...JobTarget.entries,
  runId: id,
  asBaseline: v.optional(v.boolean(), false),
  fromS: seconds,
  toS: seconds,
});
export type KeepRunInput = v.InferOutput<typeof KeepRunInput>;

/** A remark at a moment of a run. */
export const NoteRunInput = v.object({
  runId: id,
  atS: v.pipe(v.number("Give the second."), v.minValue(0), v.maxValue(100_000)),
  note: v.pipe(v.string(), v.trim(), v.minLength(1, "Write the remark."), v.maxLength(300, "At most 300 letters.")),
  requestKey: v.optional(v.pipe(v.string(), v.uuid())),
});
export type NoteRunInput = v.InferOutput<typeof NoteRunInput>;

/** Takes a run from a file. */
export const ImportRunInput = v.object({
  jobId: id,
  kind: v.picklist(RUN_KINDS),
  text: v.pipe(
    v.string(),
    v.minLength(1, "The file is empty."),
    v.maxLength(30_000_000, "The file is over 30 MB, which is the limit."),
  ),
});
export type ImportRunInput = v.InferOutput<typeof ImportRunInput>;
