/** What closed jobs on one kind of craft taught: how many there are, and how many of them had each fault as a cause. */
export interface LearnedCauses {
  jobs: number;
  withFault: Readonly<Record<string, number>>;
}

/** How many jobs of its own the shop needs before its experience weighs as much as the library. Trade judgement. */
export const LIBRARY_WORTH_JOBS = 30;

/**
 * The rate of a fault after this shop's own jobs: a Beta distribution with the library's rate as its mean and a weight of
 * LIBRARY_WORTH_JOBS jobs, updated with the jobs counted.
 *
 * @param libraryRate - The library's rate for this kind of craft, 0..1.
 * @returns Mean of the updated distribution, 0..1.
 * @see A. Gelman et al., Bayesian Data Analysis, 3rd ed., CRC 2013, section 2.4 (conjugate prior of a binomial rate).
 */
export function learnedRate(libraryRate: number, { jobs, withFault }: LearnedCauses, faultId: string): number {
  return (libraryRate * LIBRARY_WORTH_JOBS + (withFault[faultId] ?? 0)) / (LIBRARY_WORTH_JOBS + jobs);
}
