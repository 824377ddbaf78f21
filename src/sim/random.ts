/** A source of numbers in [0, 1). */
export type Random = () => number;

/**
 * A small seeded generator, so that a simulated run can be repeated to the last digit.
 *
 * @param seed - Any integer.
 * @see Mulberry32, Tommy Ettinger 2017 (public domain): a 32-bit counter through two multiply-xorshift rounds.
 */
export function seededRandom(seed: number): Random {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

/**
 * A standard normal number.
 *
 * @see G. E. P. Box & M. E. Muller, "A note on the generation of random normal deviates", Ann. Math. Stat. 29, 1958.
 */
export function gaussian(random: Random): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}
