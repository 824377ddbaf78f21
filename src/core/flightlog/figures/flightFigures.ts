import { type FlightView, rowsOf, secondsOf, trimmed } from "../FlightView";
import { type Stretch } from "../phases";
import { meanOf, smoothed } from "../signal/rows";

/** What a flight took, and how it was over short stretches: enough to hold another one against it without its log. */
export interface FlightFigures {
  flyingS: number;
  /** In the air, by the log's own amps; null where it has none. */
  mah: number | null;
  wh: number | null;
  /** Over ground; null where no speed and no place is in the log. */
  km: number | null;
  meanA: number | null;
  /** What vibration is counted in, and how often lines were written: two logs of unlike rates do not see the same. */
  vibration: { unit: "g" | "deg/s"; rateHz: number } | null;
  /** Stretches of like length: mean output 0–1, mean amps, vibration (root mean square); null where the log does not say. */
  stretches: readonly (readonly [power: number, amps: number | null, vibration: number | null])[];
}

const STRETCH_S = 2;
/** A long flight has longer ones: they are kept with the log. */
const MOST_STRETCHES = 240;
/** Starting and landing are other conditions. */
const ENDS_S = 2;
/** Slower than this is flying, not shaking. */
const SHAKES_FROM_HZ = 20;
const LEAST_RATE_HZ = 100;
const EARTH_KM = 6371;

/** Works a flight's figures out. @returns null where nothing was flown, or no output is in the log. */
export function flightFigures(view: FlightView): FlightFigures | null {
  const flying = trimmed(view, view.flights, ENDS_S);
  const flyingS = secondsOf(view, flying);
  if (!view.power || flyingS < STRETCH_S) return null;
  const amps = view.channel("current");
  const volts = view.channel("voltage");
  const shaking = shakingOf(view);
  return {
    flyingS: secondsOf(view, view.flights),
    mah: known(amps && integral(view, view.flights, (row) => amps[row]!) / 3.6),
    wh: known(amps && volts && integral(view, view.flights, (row) => amps[row]! * volts[row]!) / 3600),
    km: known(distanceKm(view)),
    meanA: known(amps && meanOfRows(amps, view.flights)),
    vibration: shaking && { unit: shaking.unit, rateHz: view.rateHz },
    stretches: stretchesOf(view, flying, Math.max(STRETCH_S, flyingS / MOST_STRETCHES)).flatMap(({ from, to }) => {
      const power = known(meanOf(view.power!, from, to));
      const vibration = shaking && Math.sqrt(meanOf(shaking.squares, from, to));
      return power === null ? [] : [[power, known(amps && meanOf(amps, from, to)), known(vibration)] as const];
    }),
  };
}

/** What could not be computed is not known. */
function known(value: number | null): number | null {
  return value !== null && Number.isFinite(value) ? value : null;
}

function stretchesOf(view: FlightView, flying: readonly Stretch[], lengthS: number): Stretch[] {
  const rows = Math.max(2, Math.round(lengthS * view.rateHz));
  return flying.flatMap(({ from, to }) =>
    Array.from({ length: Math.floor((to - from) / rows) }, (_, at) => ({
      from: from + at * rows,
      to: from + (at + 1) * rows,
    })),
  );
}

/** Squares of what is left of the three axes once the flying is taken out: of the accelerations, or else of the rates. */
function shakingOf(view: FlightView): { unit: "g" | "deg/s"; squares: Float64Array } | null {
  if (view.rateHz < LEAST_RATE_HZ) return null;
  const acc = ["acc_x", "acc_y", "acc_z"].flatMap((role) => view.channel(role) ?? []);
  const axes = acc.length === 3 ? acc : Object.values(view.gyro).flatMap((axis) => axis ?? []);
  if (axes.length < 3) return null;
  const rows = Math.max(1, Math.round(view.rateHz / SHAKES_FROM_HZ));
  const squares = new Float64Array(view.timeS.length);
  for (const axis of axes) {
    const slow = smoothed(axis, rows);
    for (let row = 0; row < squares.length; row++) squares[row]! += (axis[row]! - slow[row]!) ** 2;
  }
  return { unit: acc.length === 3 ? "g" : "deg/s", squares };
}

/** By the speed over ground, or from place to place where only these are in the log. */
function distanceKm(view: FlightView): number | null {
  const speed = view.channel("ground_speed");
  if (speed) return integral(view, view.flights, (row) => speed[row]!) / 1000;
  const [latitude, longitude] = [view.channel("latitude"), view.channel("longitude")];
  if (!latitude || !longitude) return null;
  // A second apart: closer places are noise.
  const step = Math.max(1, Math.round(view.rateHz));
  let km = 0;
  for (const stretch of view.flights) {
    let last: number | null = null;
    for (const row of rowsOf([stretch], step)) {
      if (last !== null) km += apartKm(latitude, longitude, last, row);
      last = row;
    }
  }
  return km;
}

/** Straight, over a sphere small enough to be flat. */
function apartKm(latitude: Float64Array, longitude: Float64Array, a: number, b: number): number {
  const rad = Math.PI / 180;
  const north = (latitude[b]! - latitude[a]!) * rad;
  const east = (longitude[b]! - longitude[a]!) * rad * Math.cos(latitude[a]! * rad);
  return EARTH_KM * Math.hypot(north, east);
}

/** A longer break than this is not flown through. */
const LONGEST_STEP_S = 2;

function integral(view: FlightView, stretches: readonly Stretch[], valueAt: (row: number) => number): number {
  let sum = 0;
  for (const { from, to } of stretches)
    for (let row = from + 1; row < to; row++) {
      const seconds = view.timeS[row]! - view.timeS[row - 1]!;
      if (seconds < LONGEST_STEP_S) sum += ((valueAt(row) + valueAt(row - 1)) / 2) * seconds;
    }
  return sum;
}

function meanOfRows(values: Float64Array, stretches: readonly Stretch[]): number {
  let [sum, count] = [0, 0];
  for (const row of rowsOf(stretches)) {
    sum += values[row]!;
    count++;
  }
  return sum / count;
}
