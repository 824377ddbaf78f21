/** So many different values are looked at: more of them say no more. */
const LOOKED_AT = 400;
/** A reading is a whole number of steps to within this share of one. */
const WHOLE = 0.02;
const FEWEST = 6;

/**
 * The step in which an instrument shows its readings, in their own unit: 100 for a tachometer of hundreds. A constant that was added to
 * or taken off all of them does not matter.
 *
 * @returns 0 where the readings lie on no such steps, or are too few to say so.
 */
export function resolutionOf(values: readonly number[]): number {
  const distinct = [...new Set(values)].sort((a, b) => a - b).slice(0, LOOKED_AT);
  if (distinct.length < FEWEST) return 0;
  const least = distinct[0]!;
  const step = Math.min(...distinct.slice(1).map((value, at) => value - distinct[at]!));
  const isOnSteps = distinct.every((value) => {
    const steps = (value - least) / step;
    return Math.abs(steps - Math.round(steps)) < WHOLE;
  });
  return isOnSteps ? step : 0;
}

/** Standard deviation of what rounding to a step leaves: it is spread evenly over the step. Same for every reading of one value. */
export function roundingError(step: number): number {
  return step / Math.sqrt(12);
}
