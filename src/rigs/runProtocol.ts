import * as v from "valibot";
import { type InstrumentIdentity } from "./instruments";

/** Why a run ended. */
export type CutCause =
  "end_of_profile" | "limit" | "stop_key" | "operator_lost" | "instrument_lost" | "disarmed" | "agent_lost";

/** The end of a run, with the moment the throttle was commanded to zero. */
export interface Cut {
  cause: CutCause;
  detail: string;
  /** Seconds since the run started; 0 when it never ran. */
  atS: number;
}

/** Samples in columns of equal length, oldest first. */
export interface SampleColumns {
  timeS: number[];
  throttle: number[];
  voltageV: number[];
  currentA: number[];
}

/** What the agent says of the run in hand. */
export interface RunStatus {
  runId: number;
  state: "armed" | "running" | "ended";
  stepIndex: number | null;
  sampleCount: number;
  cut: Cut | null;
}

/** What the agent says of its instruments. */
export interface RigStatus {
  wattmeter: { address: string; identity: InstrumentIdentity | null; problem: string | null };
  throttle: { address: string; identity: InstrumentIdentity | null; problem: string | null };
  run: RunStatus | null;
}

/** The page must be heard from this often, or the throttle goes to zero. The page beats every BEAT_EVERY_MS. */
export const DEAD_MAN_MS = 400;
export const BEAT_EVERY_MS = 100;
/** An armed rig that is not started goes back to disarmed after this. */
export const ARMED_FOR_MS = 20_000;
export const SAMPLE_EVERY_MS = 50;

const Step = v.object({
  name: v.pipe(v.string(), v.minLength(1), v.maxLength(40)),
  throttle: v.pipe(v.number(), v.minValue(0), v.maxValue(1)),
  holdS: v.pipe(v.number(), v.minValue(0.5), v.maxValue(60)),
});
const bound = v.optional(v.pipe(v.number(), v.minValue(0), v.maxValue(100_000)));

/** Limits of a run as they travel and are stored. */
export const RunLimitsSchema = v.object({
  maxCurrentA: bound,
  minVoltageV: bound,
  maxVoltageV: bound,
  maxPowerW: bound,
});
/** A profile as it travels and is stored. */
export const ProfileSchema = v.pipe(v.array(Step), v.minLength(1), v.maxLength(40));
const operatorToken = v.pipe(v.string(), v.minLength(8), v.maxLength(64));
const runId = v.pipe(v.number(), v.integer(), v.minValue(1));

export const ArmRequest = v.object({
  runId,
  operatorToken,
  profile: ProfileSchema,
  limits: RunLimitsSchema,
  /** Demo only: what the simulated bench shall have clamped on it. */
  simulate: v.optional(v.object({ drive: v.string(), defect: v.nullable(v.string()) })),
});
export const OperatorRequest = v.object({ runId, operatorToken });
export const BeatRequest = v.object({ runId, operatorToken, since: v.pipe(v.number(), v.integer(), v.minValue(0)) });
export const StopRequest = v.object({ runId });
