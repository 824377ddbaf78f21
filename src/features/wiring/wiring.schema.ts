import * as v from "valibot";
import { MOST_SETTINGS_CHARACTERS } from "./settings/settingsLimits";
import { MOTOR_LAYOUTS } from "@/core/refit/alignment/motorLayouts";
import { HEARD, type Heard } from "@/core/refit/powerUp/continuity";
import { DeviceFile, WireFile, WiringCaseFile } from "@/features/boards/board.schema";
import { JobTarget, requiredText } from "@/features/job/jobTarget.schema";
import { POWER_STEPS } from "./wiring.manifest";

const jobId = JobTarget.entries.jobId;
/** 0 for a job that has no plan yet. */
const planVersion = v.pipe(v.number(), v.integer(), v.minValue(0));
const boardName = v.pipe(v.string("Choose a board."), v.trim(), v.minLength(1, "Choose a board."), v.maxLength(60));

/** A plan as it is worked on: boards by name, what is on the craft, and what was settled by hand. */
export const SavePlanInput = v.object({
  jobId,
  planVersion,
  board: boardName,
  oldBoard: v.nullable(boardName),
  devices: v.pipe(v.array(DeviceFile), v.maxLength(100, "At most 100 devices.")),
  oldWires: v.pipe(v.array(WireFile), v.maxLength(400, "At most 400 wires.")),
  pins: v.nonOptional(WiringCaseFile.entries.pins),
  forbids: v.nonOptional(WiringCaseFile.entries.forbids),
});
export type SavePlanInput = v.InferOutput<typeof SavePlanInput>;

/** One need of the plan. */
export const ExplainInput = v.object({ jobId, device: v.string(), need: v.string() });
export type ExplainInput = v.InferOutput<typeof ExplainInput>;

/** The craft is wired as the plan says. */
export const WireSoInput = v.object({
  ...JobTarget.entries,
  planVersion,
  /** Why no settings were saved before, where none were. */
  withoutSettings: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(200, "At most 200 characters.")), ""),
});
export type WireSoInput = v.InferOutput<typeof WireSoInput>;

const heard = v.picklist(Object.keys(HEARD) as Heard[], "Say what was heard.");

/** A step of the first power-up, with what was heard, read or seen. */
export const PowerStepInput = v.object({
  ...JobTarget.entries,
  step: v.picklist(POWER_STEPS),
  heard: v.optional(v.array(v.object({ from: v.string(), to: v.string(), heard })), []),
  /** Looked and smelled all over before the meter. */
  looked: v.optional(v.boolean(), false),
  supplyV: v.nullish(
    v.pipe(v.number("Give the supply's volts."), v.minValue(1, "At least 1 V."), v.maxValue(100, "At most 100 V.")),
    null,
  ),
  readingA: v.nullish(
    v.pipe(v.number("Give the amps."), v.minValue(0, "Not below 0 A."), v.maxValue(100, "At most 100 A.")),
    null,
  ),
  isGood: v.nullish(v.boolean(), null),
  note: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(200, "At most 200 characters.")), ""),
});
export type PowerStepInput = v.InferOutput<typeof PowerStepInput>;

/** Settings as they were read off a board. */
export const SaveSettingsInput = v.object({
  ...JobTarget.entries,
  name: v.pipe(
    v.string("Give the file's name."),
    v.trim(),
    v.minLength(1, "Give the file's name."),
    v.maxLength(120, "At most 120 characters."),
  ),
  target: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(120, "At most 120 characters.")), ""),
  text: v.pipe(
    v.string(),
    v.minLength(1, "The file is empty."),
    v.maxLength(MOST_SETTINGS_CHARACTERS, "That is more than any board's settings: at most 900,000 characters."),
  ),
});
export type SaveSettingsInput = v.InferOutput<typeof SaveSettingsInput>;

const degrees = (most: number) => v.pipe(v.number("Give degrees."), v.minValue(-most), v.maxValue(most));

/** How the new board lies: in the craft, or beside the old board where it is said what was set for that. */
export const KeepAlignmentInput = v.object({
  ...JobTarget.entries,
  turnedDeg: degrees(360),
  isUpsideDown: v.boolean(),
  noseUpDeg: degrees(89),
  old: v.optional(v.object({ rollDeg: degrees(360), pitchDeg: degrees(360), yawDeg: degrees(360) })),
});
export type KeepAlignmentInput = v.InferOutput<typeof KeepAlignmentInput>;

const motorOrder = v.pipe(v.array(v.string()), v.maxLength(16));

/** Which motor each output drove and drives, from output 1 on, and which way the props turn. */
export const KeepMotorMapInput = v.object({
  ...JobTarget.entries,
  layout: v.picklist(
    MOTOR_LAYOUTS.map(({ id }) => id),
    "Choose the frame.",
  ),
  before: motorOrder,
  after: motorOrder,
  was: v.picklist(["in", "out"]),
  becomes: v.picklist(["in", "out"]),
});
export type KeepMotorMapInput = v.InferOutput<typeof KeepMotorMapInput>;

/** Which of two sources is right in one thing. */
export const SettleInput = v.object({
  ...JobTarget.entries,
  key: v.pipe(v.string(), v.maxLength(160)),
  pick: v.picklist(["first", "second"], "Say which is right."),
  isMetered: v.boolean(),
  reason: requiredText("Say what the meter read, or why else.", 200),
});
export type SettleInput = v.InferOutput<typeof SettleInput>;
