import { median as medianOf, medianAbsoluteDeviation } from "simple-statistics";

/** The middle value; the mean of the two middle ones for an even count; NaN for none. */
export function median(values: readonly number[]): number {
  return values.length === 0 ? NaN : medianOf([...values]);
}

/** Scale that a median absolute deviation stands for under a normal distribution. */
const NORMAL_MAD = 1.4826;

/**
 * Modified z-scores: distance from the median in units of the scaled median absolute deviation.
 *
 * @param floor - Smallest scale that is believed, so that values alike to the last digit do not make outliers of their own noise.
 * @see B. Iglewicz & D. C. Hoaglin, How to Detect and Handle Outliers, ASQC 1993.
 */
export function robustScores(values: readonly number[], floor = 0): number[] {
  const centre = median(values);
  const scale = Math.max(floor, values.length === 0 ? 0 : NORMAL_MAD * medianAbsoluteDeviation([...values]));
  return values.map((value) => (scale > 0 ? (value - centre) / scale : 0));
}

/**
 * Line through points, by the median of all pairwise slopes: one wild point in four does not move it.
 *
 * @see P. K. Sen, "Estimates of the regression coefficient based on Kendall's tau", JASA 63, 1968.
 */
export function medianLine(points: readonly { x: number; y: number }[]): { slope: number; intercept: number } {
  const slopes = points.flatMap((a, index) =>
    points.slice(index + 1).flatMap((b) => (a.x === b.x ? [] : [(b.y - a.y) / (b.x - a.x)])),
  );
  const slope = median(slopes);
  return { slope, intercept: median(points.map(({ x, y }) => y - slope * x)) };
}
