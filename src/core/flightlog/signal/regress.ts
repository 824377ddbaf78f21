import { Matrix, solve } from "ml-matrix";

/** A regression with an intercept. */
export interface Regression {
  slopes: number[];
  /** Slope over its standard error. */
  tValues: number[];
  /** Share of the spread that is explained. */
  rSquared: number;
  residualSd: number;
  count: number;
}

/**
 * Least squares of y on several columns and a constant, over some rows. Rows with a blank in any of them do not count. Products are
 * summed about the mean, and columns are brought to one size before they are solved.
 *
 * @param rows - Which rows count; all when left out.
 * @returns null when there are too few rows, or the columns do not tell the slopes apart.
 * @see G. A. F. Seber & A. J. Lee, Linear Regression Analysis, 2nd ed., Wiley 2003, sections 3.11 and 11.3 (centred and scaled form).
 */
export function regress(
  columns: readonly ArrayLike<number>[],
  y: ArrayLike<number>,
  rows: Iterable<number> = Array.from({ length: y.length }, (_, row) => row),
): Regression | null {
  const k = columns.length;
  const chosen: number[] = [];
  const means = new Float64Array(k + 1);
  for (const row of rows) {
    if (y[row] !== y[row] || columns.some((column) => column[row] !== column[row])) continue;
    chosen.push(row);
    for (let i = 0; i < k; i++) means[i]! += columns[i]![row]!;
    means[k]! += y[row]!;
  }
  const count = chosen.length;
  if (count < k + 3) return null;
  for (let i = 0; i <= k; i++) means[i]! /= count;
  const products = new Float64Array((k + 1) * (k + 1));
  const centred = new Float64Array(k + 1);
  for (const row of chosen) {
    for (let i = 0; i < k; i++) centred[i] = columns[i]![row]! - means[i]!;
    centred[k] = y[row]! - means[k]!;
    for (let i = 0; i <= k; i++) for (let j = i; j <= k; j++) products[i * (k + 1) + j]! += centred[i]! * centred[j]!;
  }
  const at = (i: number, j: number) => products[Math.min(i, j) * (k + 1) + Math.max(i, j)]!;
  const scale = Array.from({ length: k }, (_, i) => Math.sqrt(at(i, i)));
  const total = at(k, k);
  if (scale.some((each) => !(each > 1e-12)) || !(total > 0)) return null;
  const normal = new Matrix(
    Array.from({ length: k }, (_, i) => Array.from({ length: k }, (_, j) => at(i, j) / scale[i]! / scale[j]!)),
  );
  let inverse: Matrix;
  try {
    inverse = solve(normal, Matrix.eye(k, k));
  } catch {
    return null;
  }
  const right = Array.from({ length: k }, (_, i) => at(i, k) / scale[i]!);
  const solution = inverse.to2DArray().map((row) => row.reduce((sum, each, i) => sum + each * right[i]!, 0));
  const explained = solution.reduce((sum, each, i) => sum + each * right[i]!, 0);
  const residual = Math.max(0, total - explained);
  const variance = residual / (count - k - 1);
  const diagonal = inverse.diagonal();
  if (diagonal.some((each) => !(each > 0) || each > 1e8)) return null;
  return {
    slopes: solution.map((each, i) => each / scale[i]!),
    tValues: solution.map((each, i) => each / Math.sqrt(variance * diagonal[i]! + 1e-300)),
    rSquared: 1 - residual / total,
    residualSd: Math.sqrt(variance),
    count,
  };
}

/** Correlation of two columns over some rows. */
export function correlation(a: ArrayLike<number>, b: ArrayLike<number>, rows?: Iterable<number>): number {
  const fit = regress([a], b, rows);
  return fit ? Math.sign(fit.slopes[0]!) * Math.sqrt(Math.max(0, fit.rSquared)) : NaN;
}
