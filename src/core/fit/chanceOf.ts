import jstat from "jstat";

/** Ninety of a hundred such intervals hold the truth. */
const TAIL = 0.05;

/**
 * A chance from how often something happened, with the bounds that hold it nine times in ten.
 *
 * Jeffreys interval: Brown, Cai, DasGupta, Interval estimation for a binomial proportion, Statistical Science 16 (2001), section 4.3.
 *
 * @param happened - Of `tried`; both may be 0, and then nothing is known.
 */
export function chanceOf(happened: number, tried: number): { chance: number; low: number; high: number } {
  const [a, b] = [happened + 0.5, tried - happened + 0.5];
  return {
    chance: a / (a + b),
    low: happened === 0 ? 0 : jstat.jStat.beta.inv(TAIL, a, b),
    high: happened === tried ? 1 : jstat.jStat.beta.inv(1 - TAIL, a, b),
  };
}
