import { mean } from "simple-statistics";

/** Readings at throttles, loads or pulses within this of one another are repeats. */
const SAME = 2.5e-3;
/** Fewer repeats say nothing sure of the scatter. */
const FEWEST_DEGREES = 6;

/**
 * How much of a fit's misfit the readings' own scatter explains: the pure error of repeated readings beside the residual.
 *
 * @param places - Where each reading was taken; repeats lie at one place.
 * @param residuals - Of the fit, in the same order.
 * @returns Standard deviation within the repeats over that of all residuals, at most 1; 1 without enough repeats.
 * @see N. R. Draper & H. Smith, Applied Regression Analysis, 3rd ed., Wiley 1998, section 2.1 (lack of fit and pure error).
 */
export function scatterShare(places: readonly number[], residuals: readonly number[]): number {
  let within = 0;
  let degrees = 0;
  for (const group of repeatsOf(residuals, (_, at) => places[at]!)) {
    const middle = mean(group);
    within += group.reduce((sum, one) => sum + (one - middle) ** 2, 0);
    degrees += group.length - 1;
  }
  const all = residuals.reduce((sum, one) => sum + one ** 2, 0) / residuals.length;
  return degrees < FEWEST_DEGREES || all === 0 ? 1 : Math.min(1, Math.sqrt(within / degrees / all));
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
