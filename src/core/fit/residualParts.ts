import { mean } from "simple-statistics";

/** Readings at throttles, loads or pulses within this of one another are repeats. */
const SAME = 2.5e-3;
/** Fewer repeats say nothing sure of the scatter. */
const FEWEST_DEGREES = 6;

/** What a fit's residuals are made of. */
export interface ResidualParts {
  /** Standard deviation within the repeats over that of all residuals, at most 1: what the readings' own scatter explains. */
  scatter: number;
  /**
   * Factor on a standard error: what the model misses at one place it misses in every repeat there, so that repeats do not make
   * that part smaller. 1 where scatter is all there is.
   */
  widening: number;
}

/**
 * Tells the readings' own scatter from what the model misses, by repeated readings.
 *
 * @param places - Where each reading was taken; repeats lie at one place.
 * @param residuals - Of the fit, in the same order.
 * @returns No part for the model without enough repeats.
 * @see N. R. Draper & H. Smith, Applied Regression Analysis, 3rd ed., Wiley 1998, section 2.1 (lack of fit and pure error); B. R.
 *   Moulton, "Random group effects and the precision of regression estimates", J. Econometrics 32, 1986 (the widening).
 */
export function residualParts(places: readonly number[], residuals: readonly number[]): ResidualParts {
  const groups = repeatsOf(residuals, (_, at) => places[at]!);
  let within = 0;
  let degrees = 0;
  for (const group of groups) {
    const middle = mean(group);
    within += group.reduce((sum, one) => sum + (one - middle) ** 2, 0);
    degrees += group.length - 1;
  }
  const all = residuals.reduce((sum, one) => sum + one ** 2, 0) / residuals.length;
  if (degrees < FEWEST_DEGREES || all === 0) return { scatter: 1, widening: 1 };
  const share = Math.min(1, within / degrees / all);
  return {
    scatter: Math.sqrt(share),
    widening: Math.sqrt(share + ((1 - share) * residuals.length) / groups.length),
  };
}

/** Readings in groups of repeats, in the order in which the places were first met. */
export function repeatsOf<Reading>(
  readings: readonly Reading[],
  placeOf: (reading: Reading, at: number) => number,
): Reading[][] {
  const groups = new Map<number, Reading[]>();
  readings.forEach((reading, at) => {
    const place = Math.round(placeOf(reading, at) / SAME / 2);
    const group = groups.get(place);
    if (group) group.push(reading);
    else groups.set(place, [reading]);
  });
  return [...groups.values()];
}
