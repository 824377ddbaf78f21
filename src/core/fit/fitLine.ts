import { max, min } from "simple-statistics";
import { CoreInputError } from "../CoreInputError";
import { type Coefficient, halfWidth, linearFit } from "./linearFit";
import { medianLine, OUTLIER_SCORE, robustScores } from "./robust";

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
 * With `marksOutliers`, points that lie far off a line through the medians are left out first and named.
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

function outliersOf(points: readonly { x: number; y: number }[]): number[] {
  const { slope, intercept } = medianLine(points);
  const residuals = points.map(({ x, y }) => y - intercept - slope * x);
  // A scale below a thousandth of the range is finer than any meter here reads.
  const range = max(points.map(({ y }) => y)) - min(points.map(({ y }) => y));
  const scores = robustScores(residuals, range * 1e-3);
  const most = Math.floor((points.length - FEWEST_POINTS) / 2); // never throw away what the fit needs
  return scores
    .map((score, place) => ({ place, size: Math.abs(score) }))
    .filter(({ size }) => size > OUTLIER_SCORE)
    .sort((a, b) => b.size - a.size)
    .slice(0, Math.max(0, most))
    .map(({ place }) => place)
    .sort((a, b) => a - b);
}
