import { type RawColumn } from "../reading/ReadingTable";
import { type ColumnFacts } from "./columnFacts";
import { type ColumnUse } from "./columnUse";
import { quantityOfRole } from "./roles";

/** Degrees of a radian. */
const DEG = 180 / Math.PI;
/** No angle in radians is larger than this, but for rounding. */
const MOST_RADIANS = 6.3;
/** Between one and a radian's degrees, as factors go. */
const HALFWAY = Math.sqrt(DEG);
/** Angles of the craft itself: what a surface does, and what a satellite receiver says, is written otherwise. */
const ATTITUDE = /^(roll|pitch|heading)(_target)?$/;
/** Turns are compared over so long, s: longer than the attitude's own delay, shorter than a flip. */
const OVER_S = 0.2;
/** A turn of more in that time may have gone over the top. */
const MOST_TURN_DEG = 60;
/** Turns of this size in all, RMS in degrees, are more than an attitude's last digit. */
const LEAST_TURN_DEG = 0.05;
const LEAST_WINDOWS = 20;
const LEAST_CORRELATION = 0.6;
/** So well a rate has to go with the turns before its own steps are believed; and so far, as a factor, from degrees and radians. */
const SURE = 0.95;
const NO_OTHER = 2;

/**
 * One recorder writes all angles in one unit and all rates in one unit. Where no heading said which, figures of all of them together do: an angle beyond a turn
 * of radians, and how far the craft turned while a rate went on.
 *
 * @param factsAt - What the figures of a column show.
 */
export function withGuessedUnits(
  uses: readonly ColumnUse[],
  raw: readonly RawColumn[],
  factsAt: (column: number) => ColumnFacts,
): ColumnUse[] {
  const withAngles = withOneCell(withGravity(uses), factsAt).map((use) =>
    isGuessed(use, "angle") ? inUnit(use, angleUnit(uses, factsAt)) : use,
  );
  if (!withAngles.some((use) => isGuessed(use, "rate"))) return withAngles;
  const rate = byAttitude(withAngles, raw) ?? scaleOf(bySize(withAngles, factsAt));
  return withAngles.map((use) => (isGuessed(use, "rate") ? { ...use, ...rate } : use));
}

/** Gravity says the unit of all accelerations: those that lie across it are too small to say it. */
function withGravity(uses: readonly ColumnUse[]): ColumnUse[] {
  const isAcceleration = ({ role, isGuessed: by }: ColumnUse) => by && quantityOfRole(role) === "acceleration";
  const metric = uses.find((use) => isAcceleration(use) && use.unit === "m/s²");
  return uses.map((use) => (metric && isAcceleration(use) ? { ...use, unit: metric.unit, scale: metric.scale } : use));
}

/** Figures that are a single cell in millivolts, and eight to ten in hundredths of a volt. */
const ONE_CELL = [2500, 4400] as const;
/** What flies on eight cells or more draws more than this, A. Common practice, no published source. */
const EIGHT_CELLS_A = 10;

/** A single cell in millivolts is told from a large pack by the rail beside it, else by how little is drawn of it. */
function withOneCell(uses: readonly ColumnUse[], factsAt: (column: number) => ColumnFacts): readonly ColumnUse[] {
  const [pack, rail, current] = ["voltage", "rail", "current"].map((role) => uses.find((use) => use.role === role));
  if (!pack?.isGuessed || pack.unit !== "cV") return uses;
  const { median, high } = factsAt(pack.column);
  if (!(median > ONE_CELL[0] && high < ONE_CELL[1])) return uses;
  const isOne = rail ? rail.unit === "mV" : current !== undefined && isSmall(current, factsAt);
  return isOne ? uses.map((use) => (use === pack ? { ...use, unit: "mV", scale: 1e-3 } : use)) : uses;
}

function isSmall({ column, scale }: ColumnUse, factsAt: (column: number) => ColumnFacts): boolean {
  return factsAt(column).high * scale < EIGHT_CELLS_A;
}

function isGuessed({ role, isGuessed: by }: ColumnUse, quantity: "angle" | "rate"): boolean {
  return by && quantityOfRole(role) === quantity && (quantity === "rate" || ATTITUDE.test(role));
}

function inUnit(use: ColumnUse, unit: "deg" | "rad"): ColumnUse {
  return { ...use, ...scaleOf(unit) };
}

function scaleOf(unit: "deg" | "rad" | "deg/s" | "rad/s"): Pick<ColumnUse, "unit" | "scale"> {
  return { unit, scale: unit.startsWith("rad") ? DEG : 1 };
}

function angleUnit(uses: readonly ColumnUse[], factsAt: (column: number) => ColumnFacts): "deg" | "rad" {
  const known = uses.find(({ role, isGuessed: by, unit }) => !by && ATTITUDE.test(role) && /^(deg|rad|°)/.test(unit));
  if (known) return known.unit.startsWith("rad") ? "rad" : "deg";
  const isDegrees = uses.some((use) => {
    const { min, max, isWhole } = factsAt(use.column);
    return isGuessed(use, "angle") && (Math.max(-min, max) > MOST_RADIANS || (isWhole && max > min));
  });
  return isDegrees ? "deg" : "rad";
}

/**
 * By the size of the figures alone, of the axis that turned most: in radians a craft that is flown hard turns smoothly from line to line, in degrees one that
 * hovers trembles. The shares are common practice, no published source.
 */
function bySize(uses: readonly ColumnUse[], factsAt: (column: number) => ColumnFacts): "deg/s" | "rad/s" {
  const sizeOf = ({ low, high }: ColumnFacts) => Math.max(-low, high);
  const measured = uses
    .filter((use) => isGuessed(use, "rate") && !use.role.startsWith("rate_target"))
    .map(({ column }) => factsAt(column))
    .sort((a, b) => sizeOf(b) - sizeOf(a))[0];
  if (!measured || measured.isWhole) return "deg/s";
  const [size, step] = [sizeOf(measured), measured.stepSize];
  const isRadians = step < 0.02 || (size < 2 && step < 0.3 * size) || (size < 12 && step < 0.04 * size);
  return isRadians ? "rad/s" : "deg/s";
}

/** By how far roll and pitch went while their rates went on; null where the log does not show it. A rate in a sensor's own steps is told so as well. */
function byAttitude(uses: readonly ColumnUse[], raw: readonly RawColumn[]): Pick<ColumnUse, "unit" | "scale"> | null {
  const columnOf = (role: string) => uses.find((use) => use.role === role);
  const clock = columnOf("time");
  if (!clock) return null;
  const timeS = raw[clock.column]!.values;
  let [turned, summed, both, windows] = [0, 0, 0, 0];
  for (const axis of ["roll", "pitch"]) {
    const [angle, rate] = [columnOf(axis), columnOf(`gyro_${axis}`)];
    if (!angle || !rate?.isGuessed) continue;
    const sums = turnsOf(timeS, clock.scale, raw[angle.column]!.values, angle.scale, raw[rate.column]!.values);
    turned += sums.turned;
    summed += sums.summed;
    both += Math.abs(sums.both);
    windows += sums.windows;
  }
  if (windows < LEAST_WINDOWS || Math.sqrt(turned / windows) < LEAST_TURN_DEG) return null;
  const correlation = both / Math.sqrt(turned * summed);
  if (!(correlation > LEAST_CORRELATION)) return null;
  const scale = Math.sqrt(turned / summed); // of both with what they have of noise: between the slopes of one over the other
  const isOf = (known: number) => Math.max(scale / known, known / scale) < NO_OTHER;
  if (correlation > SURE && !isOf(1) && !isOf(DEG)) return { unit: "steps", scale };
  return scaleOf(scale > HALFWAY ? "rad/s" : "deg/s");
}

/** Sums of squares and products of the turns of an angle, degrees, and of a rate summed up over the same times, in its own figures. */
function turnsOf(
  timeS: Float64Array,
  second: number,
  angles: Float64Array,
  degrees: number,
  rates: Float64Array,
): { turned: number; summed: number; both: number; windows: number } {
  const sums = { turned: 0, summed: 0, both: 0, windows: 0 };
  let [from, at, area] = [NaN, NaN, 0]; // where the window began, its last row, what the rate summed up to since
  let [rate, begun] = [NaN, NaN];
  for (let row = 0; row < timeS.length; row++) {
    const now = timeS[row]! * second;
    const stepS = now - at;
    at = now;
    if (rates[row] === rates[row]) rate = rates[row]!;
    if (stepS > 0 && stepS < OVER_S && rate === rate) area += rate * stepS;
    else if (!(stepS === 0)) from = NaN; // a gap, or a clock that went back
    const angle = angles[row]! * degrees;
    if (angle !== angle) continue;
    if (from !== from) {
      [from, area] = [now, 0];
      begun = angle;
    } else if (now - from >= OVER_S) {
      const turn = angle - begun;
      if (Math.abs(turn) < MOST_TURN_DEG) {
        sums.turned += turn * turn;
        sums.summed += area * area;
        sums.both += turn * area;
        sums.windows++;
      }
      [from, area] = [now, 0];
      begun = angle;
    }
  }
  return sums;
}
