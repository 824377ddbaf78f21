import * as v from "valibot";
import { STEP_ROLES } from "../core/bench/run/profile";
import { CHANNELS } from "../core/series/channels";
import { type Series } from "../core/series/series";
import { type CommandMap, InstrumentConfigSchema } from "./commandMap";
import { type InstrumentIdentity } from "./instruments";

/** Why a run ended. `imported` is one that came from a file. */
export type CutCause =
  | "end_of_profile"
  | "limit"
  | "stop_key"
  | "operator_lost"
  | "output_taken"
  | "instrument_lost"
  | "disarmed"
  | "agent_lost"
  | "imported";

/** The end of a run, with the moment the throttle was commanded to zero. */
export interface Cut {
  cause: CutCause;
  detail: string;
  /** Seconds since the run started; 0 when it never ran. */
  atS: number;
}

/** What the agent says of the run in hand. */
export interface RunStatus {
  runId: number;
  state: "armed" | "running" | "ended";
  stepIndex: number | null;
  sampleCount: number;
  /** The longest that the page was not heard from, in ms. */
  longestSilenceMs: number;
  cut: Cut | null;
}

/** What the agent says of one instrument. */
export interface InstrumentStatus {
  id: number;
  name: string;
  address: string;
  identity: InstrumentIdentity | null;
  problem: string | null;
  channels: readonly string[];
  /** How its channels are named on a line and scaled, for a page that reads it itself. */
  reads: CommandMap["channels"];
  drives: "throttle" | "pulse" | null;
}

/** What the agent says of itself. */
export interface RigStatus {
  instruments: readonly InstrumentStatus[];
  run: RunStatus | null;
}

/** An answer to a heartbeat: the samples from number `from` on. */
export interface BeatAnswer {
  status: RunStatus;
  from: number;
  samples: Series;
}

/** The page must be heard from this often, or the throttle goes to zero. The page beats every BEAT_EVERY_MS. */
export const DEAD_MAN_MS = 400;
export const BEAT_EVERY_MS = 100;
/** An armed rig that is not started goes back to disarmed after this. */
export const ARMED_FOR_MS = 20_000;
/** Samples a second unless the run asks for another rate. */
export const SAMPLE_RATE_HZ = 20;

const share = v.pipe(v.number(), v.minValue(0), v.maxValue(1));
const Step = v.object({
  name: v.pipe(v.string(), v.minLength(1), v.maxLength(80)),
  role: v.nullish(v.picklist(STEP_ROLES)),
  throttle: share,
  holdS: v.pipe(v.number(), v.minValue(0.1), v.maxValue(3600)),
  fromThrottle: v.nullish(share),
  output: v.nullish(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(16))),
  pulseS: v.nullish(v.pipe(v.number(), v.minValue(0.5e-3), v.maxValue(2.5e-3))),
  settle: v.nullish(
    v.object({
      channel: v.picklist(Object.keys(CHANNELS)),
      within: v.pipe(v.number(), v.minValue(0)),
      overS: v.pipe(v.number(), v.minValue(0.1)),
    }),
  ),
});
const bound = v.nullish(v.pipe(v.number(), v.minValue(-1000), v.maxValue(1_000_000)));

/** Limits of a run as they travel and are stored. */
export const RunLimitsSchema = v.record(
  v.picklist(Object.keys(CHANNELS)),
  v.object({ min: bound, max: bound, perS: bound }),
);
/** A profile as it travels and is stored. */
export const ProfileSchema = v.pipe(v.array(Step), v.minLength(1), v.maxLength(240));
const operatorToken = v.pipe(v.string(), v.minLength(8), v.maxLength(64));
const runId = v.pipe(v.number(), v.integer(), v.minValue(1));

/** Readings of a stand on the page's own serial port. */
export const PushedReadings = v.object({
  instrumentId: v.pipe(v.number(), v.integer()),
  identity: v.object({ maker: v.string(), model: v.string(), serial: v.string(), firmware: v.string() }),
  readings: v.record(v.string(), v.number()),
});
export type PushedReadings = v.InferOutput<typeof PushedReadings>;
const pushed = v.optional(v.pipe(v.array(PushedReadings), v.maxLength(8)), []);

/** Demo only: what the simulated bench shall have clamped on it. */
export const SimulateSchema = v.object({
  drive: v.string(),
  defect: v.nullable(v.string()),
  severity: v.optional(v.picklist([1, 2, 3]), 2),
  seed: v.optional(v.pipe(v.number(), v.integer()), 1),
  /** Cells of the pack on the bench; the drive's own when absent. */
  cells: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(14))),
});

export const ConnectRequest = v.object({
  instruments: v.pipe(v.array(InstrumentConfigSchema), v.maxLength(24)),
  pushed,
});
/** An instrument to be tried before it is put on the list. */
export const TryRequest = InstrumentConfigSchema;
export const ArmRequest = v.object({
  runId,
  operatorToken,
  profile: ProfileSchema,
  limits: RunLimitsSchema,
  rateHz: v.optional(v.pipe(v.number(), v.minValue(1), v.maxValue(1000)), SAMPLE_RATE_HZ),
  simulate: v.optional(SimulateSchema),
});
export const OperatorRequest = v.object({ runId, operatorToken });
export const BeatRequest = v.object({
  runId,
  operatorToken,
  since: v.pipe(v.number(), v.integer(), v.minValue(0)),
  pushed,
});
export const StopRequest = v.object({ runId, operatorToken: v.optional(operatorToken) });
