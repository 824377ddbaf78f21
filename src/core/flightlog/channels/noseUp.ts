import { type Assumption } from "../FlightLog";
import { regress } from "../signal/regress";
import { held, smoothed } from "../signal/rows";
import { turnRound } from "./signs";

/** A mean over this sees a turn and no gust, s. */
const TURN_S = 1;
/** A craft that banks further than this, or stands on its nose, flies no turn, deg. */
const STEEPEST_DEG = { roll: 65, pitch: 40 } as const;
/** Long enough for the wing to take the lift up, shorter than a turn, s. */
const STEP_S = 0.15;
const SURE_T = 8;
const RAD = Math.PI / 180;

/** What is known of a wing's motion: pitch rate in deg/s, angles in deg, acceleration along the upward axis in g. */
export interface WingMotion {
  rate: Float64Array;
  roll?: Float64Array | undefined;
  pitch?: Float64Array | undefined;
  load?: Float64Array | undefined;
}

/** Which way the pitch rate of a wing is counted. */
export interface PitchWay {
  /** 1 where nose-up is positive, -1 where nose-down is. */
  sign: 1 | -1;
  tValue: number;
  by: "turns" | "load";
}

/**
 * Which way a wing's pitch rate is counted: by its turns where it flew some, else by the load on it.
 *
 * @returns null where neither tells.
 */
export function pitchWay(motion: WingMotion, rateHz: number): PitchWay | null {
  const told = [
    { by: "turns", tValue: byTurns(motion, rateHz) },
    { by: "load", tValue: byLoad(motion, rateHz) },
  ] as const;
  const found = told.find(({ tValue }) => Math.abs(tValue) >= SURE_T);
  return found ? { ...found, sign: found.tValue > 0 ? 1 : -1 } : null;
}

/**
 * In a level turn to either side the nose goes up all along in the craft's own axes: q = θ' cos φ + (g/V) tan φ · sin φ cos θ. The pitch
 * angle is taken to have the sign of the rate.
 *
 * @see M. V. Cook, Flight Dynamics Principles, 3rd ed., section 2.4 (angular rates from attitude). From memory.
 */
function byTurns({ rate, roll, pitch }: WingMotion, rateHz: number): number {
  if (!roll || !pitch) return 0;
  const window = Math.max(2, Math.round(TURN_S * rateHz));
  const half = window >> 1;
  const [mean, bank, nose] = [rate, roll, pitch].map((each) => smoothed(held(each), window)) as [
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const angle = held(pitch);
  const [turn, left]: [number[], number[]] = [[], []];
  for (let row = half; row + half < rate.length; row += half) {
    if (Math.abs(bank[row]!) > STEEPEST_DEG.roll || Math.abs(nose[row]!) > STEEPEST_DEG.pitch) continue;
    const phi = bank[row]! * RAD;
    turn.push(Math.tan(phi) * Math.sin(phi));
    left.push(mean[row]! - ((angle[row + half]! - angle[row - half]!) / (2 * half)) * rateHz * Math.cos(phi));
  }
  return regress([turn], left)?.tValues[0] ?? 0;
}

/**
 * A nose that goes up takes the angle of attack, and the lift, with it; what is there of it goes back by itself meanwhile.
 *
 * @see M. V. Cook, Flight Dynamics Principles, 3rd ed., section 6.3: the short period, α' = q − Lα·α. From memory.
 */
function byLoad({ rate, load }: WingMotion, rateHz: number): number {
  if (!load) return 0;
  const step = Math.max(2, Math.round(STEP_S * rateHz));
  const [turning, weights] = [smoothed(held(rate), step), smoothed(held(load), step)];
  const [turned, loaded, changed]: [number[], number[], number[]] = [[], [], []];
  for (let row = step; row + step < rate.length; row += step) {
    const [before, after] = [weights[row - (step >> 1)]!, weights[row + (step >> 1)]!];
    turned.push(turning[row]!);
    loaded.push(before);
    changed.push(after - before);
  }
  return regress([turned, loaded], changed)?.tValues[0] ?? 0;
}

const OF_PITCH = ["gyro_pitch", "rate_target_pitch", "pitch", "pitch_target"] as const;
const OF_WINGS = ["elevator", "aileron", "elevon_1", "airspeed"] as const;

/** Turns the pitch of a wing round, in place, where its nose-down is positive; after the other signs were put right. */
export function alignNose(channels: ReadonlyMap<string, Float64Array>, rateHz: number): Assumption[] {
  const rate = channels.get("gyro_pitch");
  if (!rate || !OF_WINGS.some((role) => channels.has(role))) return [];
  const motion = { rate, roll: channels.get("roll"), pitch: channels.get("pitch"), load: channels.get("acc_z") };
  const way = pitchWay(motion, rateHz);
  if (!way) return [];
  if (way.sign < 0) for (const role of OF_PITCH) turnRound(channels.get(role));
  const evidence = {
    turns: "the nose goes up in turns to either side",
    load: "the load on the wing grows as it goes up",
  };
  return [
    {
      about: "direction of pitch",
      assumed: way.sign > 0 ? "nose up is positive" : "nose down is positive, turned round",
      evidence: `${evidence[way.by]}: t ${Math.abs(way.tValue).toFixed(0)}`,
    },
  ];
}
