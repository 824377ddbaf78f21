import { max, min } from "simple-statistics";
import { CoreInputError } from "../CoreInputError";
import { type Coefficient, halfWidth, linearFit, studentQuantile } from "./linearFit";

/** A straight line fitted to points, with what it left out. */
export interface LineFit {
  slope: Coefficient;
  intercept: Coefficient;
  residualSd: number;
  degreesOfFreedom: number;
  /** Places of the points that were left out as outliers. */
  outliers: number[];
  /** Half width of the 95 % confidence band of the line at x. */
  bandAt: (x: number) => number;
  /** Half widths of the 95 % confidence intervals. */
  slopeHalfWidth: number;
  interceptHalfWidth: number;
}

/** A line through fewer points than this says nothing about its own error. */
export const FEWEST_POINTS = 4;

/**
 * Fits y = intercept + slope·x by least squares.
 *
 * With `marksOutliers`, points that lie far off the line through the others are left out first and named.
 *
 * @throws {CoreInputError} `too_few_points` below four points or with all x alike; `not_finite`.
 * @see D. C. Montgomery, E. A. Peck & G. G. Vining, Introduction to Linear Regression Analysis, 5th ed., Wiley 2012, section 2.4.
 */
export function fitLine(points: readonly { x: number; y: number }[], { marksOutliers = false } = {}): LineFit {
  if (points.some(({ x, y }) => !Number.isFinite(x) || !Number.isFinite(y)))
    throw new CoreInputError("not_finite", "every point needs two numbers");
  if (points.length < FEWEST_POINTS)
    throw new CoreInputError("too_few_points", `a line needs at least ${FEWEST_POINTS} points, found ${points.length}`);
  const outliers = marksOutliers ? outliersOf(points) : [];
  const kept = points.filter((_, place) => !outliers.includes(place));
  if (new Set(kept.map(({ x }) => x)).size < 2)
    throw new CoreInputError("too_few_points", "all points stand at one place, which no line can be drawn through");
  const fit = linearFit(
    kept.map(({ x }) => [1, x]),
    kept.map(({ y }) => y),
  );
  const [intercept, slope] = fit.coefficients as [Coefficient, Coefficient];
  const { degreesOfFreedom, residualSd, covarianceShape: shape } = fit;
  return {
    slope,
    intercept,
    residualSd,
    degreesOfFreedom,
    outliers,
    slopeHalfWidth: halfWidth(slope, degreesOfFreedom),
    interceptHalfWidth: halfWidth(intercept, degreesOfFreedom),
    bandAt: (x) => {
      const spread = shape[0]![0]! + 2 * x * shape[0]![1]! + x ** 2 * shape[1]![1]!;
      return halfWidth({ value: 0, error: residualSd * Math.sqrt(Math.max(0, spread)) }, degreesOfFreedom);
    },
  };
}

const MOST_OUTLIERS = 10;
/** In a longer table a few slips cannot hide each other. */
const MASKS_BELOW = 1000;
/** Chance that a clean table loses a point at all. */
const FALSE_ALARM = 0.01;

/**
 * Points that lie off the line through the others. The farthest is taken out again and again, each time tested by its residual from
 * a fit without it, at a level that is shared among all points; the last that passes counts, and all before it: two slips hide each
 * other from any test of one.
 *
 * @see B. Rosner, "Percentage points for a generalized ESD many-outlier procedure", Technometrics 25, 1983; externally studentised
 *   residuals: R. D. Cook & S. Weisberg, Residuals and Influence in Regression, Chapman & Hall 1982, section 2.2.2.
 */
function outliersOf(points: readonly { x: number; y: number }[]): number[] {
  // A distance below a thousandth of the range is finer than any meter here reads.
  const resolution = 1e-3 * (max(points.map(({ y }) => y)) - min(points.map(({ y }) => y)));
  // Never what the fit needs; and where more than some lie off, they are no slips.
  const most = Math.min(MOST_OUTLIERS, Math.floor((points.length - FEWEST_POINTS) / 2));
  const taken: number[] = [];
  let outliers = 0;
  while (taken.length < most) {
    const places = [...points.keys()].filter((place) => !taken.includes(place));
    const farthest = farthestOf(places.map((place) => points[place]!));
    if (!farthest) break;
    const limit = studentQuantile(1 - FALSE_ALARM / (2 * places.length), places.length - 3);
    taken.push(places[farthest.at]!);
    if (farthest.studentised > limit && farthest.distance > resolution) outliers = taken.length;
    else if (points.length > MASKS_BELOW) break;
  }
  return taken.slice(0, outliers).sort((a, b) => a - b);
}

/** The point with the largest externally studentised residual; null where all lie at one place or on one line. */
function farthestOf(
  points: readonly { x: number; y: number }[],
): { at: number; studentised: number; distance: number } | null {
  const count = points.length;
  const meanX = points.reduce((sum, { x }) => sum + x, 0) / count;
  const meanY = points.reduce((sum, { y }) => sum + y, 0) / count;
  const spread = points.reduce((sum, { x }) => sum + (x - meanX) ** 2, 0);
  if (spread === 0 || count < FEWEST_POINTS + 1) return null;
  const slope = points.reduce((sum, { x, y }) => sum + (x - meanX) * (y - meanY), 0) / spread;
  const residuals = points.map(({ x, y }) => y - meanY - slope * (x - meanX));
  const squares = residuals.reduce((sum, residual) => sum + residual ** 2, 0);
  let best: ReturnType<typeof farthestOf> = null;
  points.forEach(({ x }, at) => {
    const free = 1 - (1 / count + (x - meanX) ** 2 / spread); // 1 − leverage
    if (free < 1e-9) return;
    const variance = Math.max(0, (squares - residuals[at]! ** 2 / free) / (count - 3));
    const distance = Math.abs(residuals[at]!) / free; // from the line through the others
    const studentised = variance === 0 ? Infinity : Math.abs(residuals[at]!) / Math.sqrt(variance * free);
    if (distance > 0 && (!best || studentised > best.studentised)) best = { at, studentised, distance };
  });
  return best;
}
