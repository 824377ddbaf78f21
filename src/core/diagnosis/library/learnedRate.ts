import { type History, type Phase } from "./library.types";

/** How many closed jobs there are, and how many of them had each fault as a cause. */
export interface SeenCauses {
  jobs: number;
  withFault: Readonly<Record<string, number>>;
}

/** What closed jobs on one kind of craft taught. */
export interface LearnedCauses extends SeenCauses {
  /** Under which circumstances they came in: a shop of crashes sees more of what crashes do, and that is no news. */
  circumstances: readonly { phase: Phase; history: History; jobs: number }[];
}

/** How many jobs of its own the shop needs before its experience weighs as much as the library. Trade judgement. */
export const LIBRARY_WORTH_JOBS = 30;

/**
 * How many times as often as the library says a fault is met in this shop: cases seen over cases expected under the circumstances
 * of its jobs, drawn to 1 by a Gamma prior that weighs LIBRARY_WORTH_JOBS jobs at the library's rate.
 *
 * @param libraryRate - The library's rate for this kind of craft, 0..1.
 * @param expected - Cases that the library expects in these jobs, each under its own circumstances.
 * @param seen - Cases that there were.
 * @returns 1 for a shop that is as the library says, whatever its mix of circumstances.
 * @see A. Gelman et al., Bayesian Data Analysis, 3rd ed., CRC 2013, section 2.6 (Poisson counts with exposure, Gamma prior).
 */
export function timesAsOften(libraryRate: number, expected: number, seen: number): number {
  const weight = LIBRARY_WORTH_JOBS * libraryRate;
  return (weight + seen) / (weight + expected);
}
