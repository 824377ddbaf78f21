/**
 * Mutual information of two discrete variables from their joint weights:
 * Σ x·log x − Σ row·log row − Σ column·log column + total·log total, over the total.
 *
 * @param joint - Weights ≥ 0, row after row, not necessarily summing to 1; those above 0 no smaller than about 1e-290, where doubles
 *   begin to lose digits.
 * @param columns - Length of a row.
 * @returns Bits, never negative; 0 for an all-zero table.
 * @see T. M. Cover & J. A. Thomas, Elements of Information Theory, 2nd ed., Wiley 2006, equation 2.45.
 */
export function mutualInformationBits(joint: ArrayLike<number>, columns: number): number {
  const columnSums = new Float64Array(columns);
  let total = 0;
  let sum = 0;
  for (let start = 0; start < joint.length; start += columns) {
    let row = 0;
    for (let column = 0; column < columns; column++) {
      const weight = joint[start + column]!;
      row += weight;
      columnSums[column]! += weight;
      sum += weightedLog(weight);
    }
    total += row;
    sum -= weightedLog(row);
  }
  for (const column of columnSums) sum -= weightedLog(column);
  return total > 0 ? Math.max(0, (sum + weightedLog(total)) / total) : 0;
}

/**
 * Entropy of a yes/no question, in bits.
 *
 * @param chance - Of "yes"; beyond 0..1 by a rounding error it counts as 0 or 1.
 */
export function binaryEntropyBits(chance: number): number {
  return -weightedLog(chance) - weightedLog(1 - chance);
}

const { log2 } = Math; // looked up once: this is the innermost loop of the ranking

/** x·log₂ x, which tends to 0 with x. */
function weightedLog(weight: number): number {
  return weight > 0 ? weight * log2(weight) : 0;
}
