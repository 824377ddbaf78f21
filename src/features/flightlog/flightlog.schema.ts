import * as v from "valibot";
import { ROLE_NAMES } from "@/core/flightlog/channels/roles";
import { CRAFTS } from "@/core/flightlog/phases";
import { VERDICT_CODES } from "@/core/flightlog/verdicts/verdict.types";
import { JobTarget, requiredText } from "@/features/job/jobTarget.schema";

const id = v.pipe(v.number(), v.integer(), v.minValue(1));
const text = (most: number) => v.pipe(v.string(), v.maxLength(most));
const seconds = v.pipe(v.number(), v.minValue(0), v.maxValue(1e7));

/** A verdict as it goes over the wire: what could not be computed is null. */
const VerdictSchema = v.object({
  code: v.picklist(VERDICT_CODES),
  severity: v.picklist(["fault", "note"]),
  confidence: v.pipe(v.number(), v.minValue(0), v.maxValue(1)),
  fromS: seconds,
  toS: seconds,
  momentsS: v.optional(v.pipe(v.array(seconds), v.maxLength(1000))),
  axis: v.optional(v.picklist(["roll", "pitch", "yaw"])),
  motor: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(16))),
  value: v.optional(v.nullable(v.number())),
  unit: v.optional(text(20)),
  sentence: text(500),
  statistics: v.record(text(40), v.nullable(v.number())),
  tellApart: v.optional(text(500)),
});
export type ShownVerdict = v.InferOutput<typeof VerdictSchema>;

const AssumptionSchema = v.object({ about: text(200), assumed: text(200), evidence: text(200) });

const figure = v.nullable(v.number());

/** What a flight took, to hold another one against it. */
const FiguresSchema = v.object({
  flyingS: seconds,
  mah: figure,
  wh: figure,
  km: figure,
  meanA: figure,
  vibration: v.nullable(v.object({ unit: v.picklist(["g", "deg/s"]), rateHz: v.number() })),
  stretches: v.pipe(v.array(v.tuple([v.number(), figure, figure])), v.maxLength(400)),
});

/** What was found out about a log when it was read. */
export const JudgementSchema = v.object({
  craft: v.picklist(CRAFTS),
  phases: v.pipe(
    v.array(v.object({ name: v.picklist(["ground", "take-off", "flight", "landing"]), fromS: seconds, toS: seconds })),
    v.maxLength(400),
  ),
  verdicts: v.pipe(v.array(VerdictSchema), v.maxLength(60)),
  assumptions: v.pipe(v.array(AssumptionSchema), v.maxLength(400)),
  notes: v.pipe(v.array(text(500)), v.maxLength(40)),
  /** Absent in logs from before there were any. */
  hints: v.optional(v.pipe(v.array(text(500)), v.maxLength(20))),
  /** Absent in logs from before flights were held against each other; null where nothing was flown. */
  figures: v.optional(v.nullable(FiguresSchema)),
});
export type Judgement = v.InferOutput<typeof JudgementSchema>;

const role = v.pipe(
  v.string(),
  v.check(
    (name) => ROLE_NAMES.includes(name.replace(/_\d{1,2}$/, "_N")) || ROLE_NAMES.includes(name),
    "There is no such role.",
  ),
);

/** A channel of a log, the clock among them. */
export const LogColumnsSchema = v.pipe(
  v.array(v.object({ role, heading: text(120), unit: text(20) })),
  v.minLength(2),
  v.maxLength(120),
);
export type LogColumn = v.InferOutput<typeof LogColumnsSchema>[number];

/** Announces a log before its channels are sent. */
export const BeginLogInput = v.object({
  jobId: id,
  fileName: v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(200)),
  sha256: v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/)),
  byteCount: v.pipe(v.number(), v.integer(), v.minValue(1)),
  rowCount: v.pipe(v.number(), v.integer(), v.minValue(2), v.maxValue(60_000_000)),
  durationS: seconds,
  rateHz: v.pipe(v.number(), v.minValue(0), v.maxValue(1e6)),
  columns: LogColumnsSchema,
  judgement: JudgementSchema,
});
export type BeginLogInput = v.InferOutput<typeof BeginLogInput>;

/** All of a log was sent. */
export const FinishLogInput = v.object({ logId: id });
export type FinishLogInput = v.InferOutput<typeof FinishLogInput>;

/** Verdicts of a log that go to Isolate as findings. */
export const HandOverInput = v.object({
  ...JobTarget.entries,
  logId: id,
  codes: v.pipe(v.array(v.picklist(VERDICT_CODES)), v.minLength(1, "Choose what to hand over.")),
});
export type HandOverInput = v.InferOutput<typeof HandOverInput>;

/** A remark at a moment of a log. */
export const NoteLogInput = v.object({
  ...JobTarget.entries,
  logId: id,
  atS: seconds,
  note: requiredText("Write the remark."),
});
export type NoteLogInput = v.InferOutput<typeof NoteLogInput>;

/** Ways to draw a log. */
export const LOOK_MODES = ["time", "spectrum", "map-output", "map-speed"] as const;

/** How a log is looked at: whoever opens it next sees the same moment. */
export const LookSchema = v.object({
  /** Place of the verdict in the judgement. */
  verdict: v.nullable(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(59))),
  fromS: seconds,
  toS: seconds,
  lanes: v.pipe(v.array(text(20)), v.maxLength(30)),
  mode: v.picklist(LOOK_MODES),
  /** Another log of the job that is drawn beside, with how its clock stands to this one's. Absent in looks from before. */
  beside: v.optional(v.nullable(v.object({ logId: id, offsetS: v.number(), drift: v.number() }))),
});
export type Look = v.InferOutput<typeof LookSchema>;

/** Keeps how a log is looked at. */
export const KeepLookInput = v.object({ logId: id, look: LookSchema });
export type KeepLookInput = v.InferOutput<typeof KeepLookInput>;
