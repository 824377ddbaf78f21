import { requirePositive, requireRange } from "../guards";

/**
 * The chance of no failure in `cleanS` seconds if nothing had changed, after `failures` in `observedS` seconds before.
 * Given k failures in T + t in all, each falls into the first T with probability T / (T + t); so all of them do with (T/(T+t))^k.
 *
 * @param failures - Count before the repair, at least 1.
 * @param observedS - Time over which they were counted, in seconds, above zero.
 * @param cleanS - Time flown since without one, in seconds.
 * @throws {CoreInputError} `out_of_range` or `not_finite`.
 * @see J. Przyborowski & H. Wilenski, "Homogeneity of results in testing samples from Poisson series", Biometrika 31,
 *   1940, pp. 313-323 (conditional test for two Poisson rates).
 */
export function chanceIfUnchanged(failures: number, observedS: number, cleanS: number): number {
  requireRange("failures before", failures, 1, 1e6);
  requirePositive("the time they were counted over", observedS);
  requireRange("clean time", cleanS, 0, 1e9);
  return (observedS / (observedS + cleanS)) ** failures;
}

/**
 * Clean time needed until so clean a time would have a chance of no more than 1 − confidence if nothing had changed.
 *
 * @returns Seconds in all, from the repair on.
 * @throws {CoreInputError} `out_of_range` or `not_finite`.
 * @see chanceIfUnchanged, solved for the clean time.
 */
export function cleanTimeNeededS(failures: number, observedS: number, confidence = 0.95): number {
  requireRange("failures before", failures, 1, 1e6);
  requirePositive("the time they were counted over", observedS);
  requireRange("confidence", confidence, 0.5, 0.9999);
  return observedS * ((1 - confidence) ** (-1 / failures) - 1);
}

/**
 * With no history: clean time that shows a mean time between failures of at least `mtbfS` with no failure seen.
 *
 * @returns Seconds; 2.996 × the mean time at 95 %.
 * @throws {CoreInputError} `out_of_range` or `not_finite`.
 * @see NIST/SEMATECH e-Handbook of Statistical Methods, section 8.4.5.1, bounds for a failure-free test: t = −ln(1 − confidence) · MTBF.
 */
export function cleanTimeForMeanS(mtbfS: number, confidence = 0.95): number {
  requirePositive("the mean time to show", mtbfS);
  requireRange("confidence", confidence, 0.5, 0.9999);
  return -Math.log(1 - confidence) * mtbfS;
}
