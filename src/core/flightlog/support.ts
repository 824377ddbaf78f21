import { AXES } from "./channels/roles";
import { type FlightLog } from "./FlightLog";
import { held, quantileOf, smoothedAt, spreadOf } from "./signal/rows";

/** Change of a lean's sine, over half a second, that says whether a craft hangs in the air or stands on something. */
const LEAN_CHANGE = 0.06;
const SOON_S = 0.4;
/** Share of gravity that an accelerometer shows along its axis as it is leaned: all of it where something holds the craft. */
const HELD_SHARE = 0.75;
/** Output steps from which the lift would be felt, over half a second. */
const STEP = 0.08;
const STEP_S = 0.5;
const STEPS_ENOUGH = 3;
/** Lift goes with the square of the output and carries the craft at half of it or less: 4 g and more for all of it. What is not felt, g. */
const FELT_G = 0.6;
/** Turning of a craft that stands, deg/s. */
const STILL_DEG_S = 4;

/**
 * True for a multirotor whose motors run while something else than air holds it: a bench, a stand, a hand.
 *
 * An accelerometer feels every force but gravity. In the air that is lift along the craft's own up, so that a lean does not show in it
 * before drag has grown, and more output is felt at once; on a support a lean by θ shows at once as g·sin θ, and output is not felt.
 *
 * @param power - Mean output, by row.
 * @param isAtWork - Rows in which the motors work.
 * @returns False where the log does not say.
 */
export function isSupported(log: FlightLog, power: Float64Array, isAtWork: Uint8Array): boolean {
  const rows: number[] = [];
  const step = Math.max(1, Math.floor(log.rateHz / 50));
  for (let row = 0; row < isAtWork.length; row += step) if (isAtWork[row]) rows.push(row);
  if (rows.length < 50 || isHigh(log, rows)) return false;
  return showsItsLean(log, rows) || doesNotFeelOutput(log, power, rows, isAtWork);
}

/** No bench is so high above where the log began, m; a barometer beside running props is off by less. */
const HIGH_M = 2.2;
const HIGH_SHARE = 0.15;

function isHigh(log: FlightLog, rows: readonly number[]): boolean {
  const altitude = log.channels.get("altitude");
  if (!altitude) return false;
  const height = held(altitude);
  const start = quantileOf(height.subarray(0, Math.max(10, Math.round(log.rateHz / 2))), 0.5);
  return rows.filter((row) => height[row]! > start + HIGH_M).length > HIGH_SHARE * rows.length;
}

/**
 * Sideways or lengthways, gravity goes with the lean at once. In the air a lean is felt as well, but late, once the craft has gathered the
 * speed whose drag holds it: what changes within half a second tells the two apart.
 */
function showsItsLean(log: FlightLog, rows: readonly number[]): boolean {
  const along = [
    ["roll", "acc_y"],
    ["pitch", "acc_x"],
  ] as const;
  const apart = Math.round(log.rateHz * SOON_S);
  const later = rows.filter((row) => row >= apart);
  return along.some(([angle, axis]) => {
    const [lean, felt] = [log.channels.get(angle), log.channels.get(axis)];
    if (!lean || !felt) return false;
    const whole = held(lean);
    const sines = later.map((row) => sineOf(whole[row]!) - sineOf(whole[row - apart]!));
    if (!(quantileOf(sines.map(Math.abs), 0.8) > LEAN_CHANGE)) return false;
    const feels = changesOf(held(felt), Math.round(log.rateHz * 0.1), later, apart);
    return Math.abs(slopeOf(sines, feels)) > HELD_SHARE;
  });
}

function sineOf(degrees: number): number {
  return Math.sin((degrees * Math.PI) / 180);
}

/** What a channel changes by up to some rows, from so many rows before; in means over a window. */
function changesOf(values: Float64Array, window: number, rows: readonly number[], apart: number): number[] {
  const before = smoothedAt(
    values,
    window,
    rows.map((row) => row - apart),
  );
  return smoothedAt(values, window, rows).map((each, at) => each - before[at]!);
}

/** Output goes up and down by steps, and nothing of it is felt, nor does the craft turn. */
function doesNotFeelOutput(
  log: FlightLog,
  power: Float64Array,
  rows: readonly number[],
  isAtWork: Uint8Array,
): boolean {
  const up = log.channels.get("acc_z");
  if (!up) return false;
  const window = Math.round(log.rateHz * 0.2);
  const apart = Math.round(log.rateHz * STEP_S);
  // A craft that takes off stands on the ground until it is light: nothing is felt of that step, however it flies.
  const later = rows.filter((row) => row >= apart && isAtWork[row - apart]);
  const over = (values: Float64Array) => changesOf(values, window, later, apart);
  const outputs = over(power);
  if (!outputs.some((by) => Math.abs(by) > STEP)) return false;
  const felt = over(held(up));
  const changes = outputs.flatMap((by, at) => (Math.abs(by) > STEP ? [[by, felt[at]!] as const] : []));
  const steps = changes.length / Math.max(1, (STEP_S * log.rateHz) / Math.max(1, Math.floor(log.rateHz / 50)));
  if (steps < STEPS_ENOUGH) return false;
  // Through nothing: where the output did not change nothing was to be felt.
  const [sum, squares] = changes.reduce(([a, b], [by, feels]) => [a + by * feels, b + by * by], [0, 0]);
  if (!(Math.abs(sum / squares) < FELT_G)) return false;
  return AXES.slice(0, 2).every((axis) => {
    const rate = log.channels.get(`gyro_${axis}`);
    if (!rate) return true;
    return spreadOf(smoothedAt(held(rate), window, rows)) < STILL_DEG_S;
  });
}

function slopeOf(x: readonly number[], y: readonly number[]): number {
  const [meanX, meanY] = [x, y].map((values) => values.reduce((sum, each) => sum + each, 0) / values.length) as [
    number,
    number,
  ];
  let [over, under] = [0, 0];
  x.forEach((each, at) => {
    over += (each - meanX) * (y[at]! - meanY);
    under += (each - meanX) ** 2;
  });
  return over / under;
}
