/**
 * Shannon entropy of weights that need not sum to 1.
 *
 * @returns Bits; 0 for an empty or all-zero list.
 * @see C. E. Shannon, "A Mathematical Theory of Communication", Bell System Technical Journal 27, 1948, section 6.
 */
export function entropyBits(weights: Iterable<number>): number {
  let total = 0;
  let sum = 0;
  for (const weight of weights) {
    if (weight <= 0) continue;
    total += weight;
    sum += weight * Math.log2(weight);
  }
  return total > 0 ? Math.max(0, Math.log2(total) - sum / total) : 0;
}
