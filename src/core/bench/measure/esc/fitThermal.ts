import { CoreInputError } from "../../../CoreInputError";
import { type Coefficient, halfWidth, linearFit } from "../../../fit/linearFit";

/** A body warming up at a constant load: T(t) = steady + (start − steady)·e^(−t/τ). */
export interface ThermalFit {
  steadyC: Coefficient & { halfWidth: number };
  timeConstantS: Coefficient & { halfWidth: number };
  startC: number;
  residualSd: number;
}

const FEWEST_POINTS = 10;
/** The curve must have bent this far, or its end is a guess: share of one time constant. */
const FEWEST_TIME_CONSTANTS = 0.7;
/** Steps in which the time constant is looked for, evenly in its logarithm. */
const GRID = 120;
const POLISH = 60;

/**
 * Fits a first-order rise of temperature. For each time constant the rest is linear, so that only the time constant is
 * searched for; the errors come from the slopes of the curve at the best place.
 *
 * @param all - Seconds since the load began, and °C.
 * @throws {CoreInputError} `too_few_points`, `not_finite`; `out_of_range` when it does not warm, or has not been loaded long
 *   enough to say where it ends.
 * @see Lumped heat capacity: F. P. Incropera & D. P. DeWitt, Fundamentals of Heat and Mass Transfer, 5th ed., Wiley 2002,
 *   section 5.1. Separable least squares: G. H. Golub & V. Pereyra, SIAM J. Numer. Anal. 10, 1973.
 */
export function fitThermal(all: readonly { timeS: number; temperatureC: number }[]): ThermalFit {
  const points = thinned(all);
  if (points.some(({ timeS, temperatureC }) => !Number.isFinite(timeS + temperatureC)))
    throw new CoreInputError("not_finite", "every line needs a time and a temperature");
  if (points.length < FEWEST_POINTS)
    throw new CoreInputError(
      "too_few_points",
      `a warming curve needs at least ${FEWEST_POINTS} points, found ${points.length}`,
    );
  const startS = points[0]!.timeS;
  const spanS = points.at(-1)!.timeS - startS;
  if (spanS <= 0) throw new CoreInputError("out_of_range", "all points stand at one time");
  const timeConstantS = bestTimeConstant(points, spanS);
  if (spanS < FEWEST_TIME_CONSTANTS * timeConstantS)
    throw new CoreInputError(
      "out_of_range",
      "The curve has not bent yet, so where it ends would be a guess: load it longer.",
    );
  const linear = linearFit(
    points.map(({ timeS }) => [1, Math.exp(-(timeS - startS) / timeConstantS)]),
    points.map(({ temperatureC }) => temperatureC),
  );
  const [steady, fall] = linear.coefficients as [Coefficient, Coefficient];
  const degrees = points.length - 3;
  // The line knows of two figures; the time constant was fitted as well.
  const residualSd = linear.residualSd * Math.sqrt((points.length - 2) / degrees);
  if (fall.value >= 0 || -fall.value < 3 * residualSd)
    throw new CoreInputError(
      "out_of_range",
      "The temperature does not rise: is the sensor on the part, and the load on?",
    );
  // Slopes of the curve to all three figures, at the best place, give the errors of all three.
  const slopes = linearFit(
    points.map(({ timeS }) => {
      const left = Math.exp(-(timeS - startS) / timeConstantS);
      return [1, left, (fall.value * left * (timeS - startS)) / timeConstantS ** 2];
    }),
    points.map(({ temperatureC }) => temperatureC),
  );
  const errorOf = (at: number) => residualSd * Math.sqrt(slopes.covarianceShape[at]![at]!);
  const steadyError = { value: steady.value, error: errorOf(0) };
  const constantError = { value: timeConstantS, error: errorOf(2) };
  return {
    steadyC: { ...steadyError, halfWidth: halfWidth(steadyError, degrees) },
    timeConstantS: { ...constantError, halfWidth: halfWidth(constantError, degrees) },
    startC: steady.value + fall.value,
    residualSd,
  };
}

/** Time from the start of the load until a temperature is reached; null when it never is. */
export function timeToReach({ steadyC, timeConstantS, startC }: ThermalFit, limitC: number): number | null {
  if (limitC <= startC) return 0;
  return limitC >= steadyC.value
    ? null
    : timeConstantS.value * Math.log((steadyC.value - startC) / (steadyC.value - limitC));
}

function bestTimeConstant(points: readonly { timeS: number; temperatureC: number }[], spanS: number): number {
  const sumOf = (timeConstantS: number) => {
    const startS = points[0]!.timeS;
    // Two-parameter least squares by hand: thousands of these are needed, and only their residual.
    let n = 0;
    let sx = 0;
    let sy = 0;
    let sxx = 0;
    let sxy = 0;
    let syy = 0;
    const middleC = points[points.length >> 1]!.temperatureC;
    for (const { timeS, temperatureC } of points) {
      const x = Math.exp(-(timeS - startS) / timeConstantS);
      const y = temperatureC - middleC;
      n++;
      sx += x;
      sy += y;
      sxx += x * x;
      sxy += x * y;
      syy += y * y;
    }
    const spread = sxx - (sx * sx) / n;
    return syy - (sy * sy) / n - (spread > 0 ? (sxy - (sx * sy) / n) ** 2 / spread : 0);
  };
  const [low, high] = [Math.log(spanS / 50), Math.log(spanS * 20)];
  const at = (step: number) => Math.exp(low + ((high - low) * step) / GRID);
  let best = 0;
  for (let step = 1; step <= GRID; step++) if (sumOf(at(step)) < sumOf(at(best))) best = step;
  // Golden section between the neighbours of the best place.
  const golden = (Math.sqrt(5) - 1) / 2;
  let [a, b] = [Math.log(at(best - 1)), Math.log(at(best + 1))];
  for (let turn = 0; turn < POLISH; turn++) {
    const [c, d] = [b - golden * (b - a), a + golden * (b - a)];
    if (sumOf(Math.exp(c)) < sumOf(Math.exp(d))) b = d;
    else a = c;
  }
  return Math.exp((a + b) / 2);
}

/** A warming curve is as well told by the means of so many stretches. */
const MOST_POINTS = 4000;

function thinned(
  points: readonly { timeS: number; temperatureC: number }[],
): readonly { timeS: number; temperatureC: number }[] {
  const size = Math.ceil(points.length / MOST_POINTS);
  if (size <= 1) return points;
  return Array.from({ length: Math.ceil(points.length / size) }, (_, block) => {
    const part = points.slice(block * size, (block + 1) * size);
    const mean = (of: (point: (typeof part)[number]) => number) =>
      part.reduce((sum, point) => sum + of(point), 0) / part.length;
    return { timeS: mean(({ timeS }) => timeS), temperatureC: mean(({ temperatureC }) => temperatureC) };
  });
}
