import { entropyBits } from "./entropyBits";

/**
 * Mutual information of two discrete variables from their joint weights: H(row) + H(column) − H(row, column).
 *
 * @param joint - joint[row][column] ≥ 0, not necessarily summing to 1.
 * @returns Bits, never negative.
 * @see T. M. Cover & J. A. Thomas, Elements of Information Theory, 2nd ed., Wiley 2006, equation 2.45.
 */
export function mutualInformationBits(joint: readonly (readonly number[])[]): number {
  const rows = joint.map((row) => row.reduce((sum, weight) => sum + weight, 0));
  const columns = (joint[0] ?? []).map((_, column) => joint.reduce((sum, row) => sum + row[column]!, 0));
  return Math.max(0, entropyBits(rows) + entropyBits(columns) - entropyBits(joint.flat()));
}
