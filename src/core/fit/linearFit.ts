import { max } from "simple-statistics";
import jstat from "jstat";
import { Matrix, QrDecomposition } from "ml-matrix";
import { CoreInputError } from "../CoreInputError";

/** A fitted coefficient with its standard error. */
export interface Coefficient {
  value: number;
  error: number;
}

/** A linear least-squares fit. */
export interface LinearFit {
  coefficients: Coefficient[];
  /** Standard deviation of the residuals. */
  residualSd: number;
  degreesOfFreedom: number;
  residuals: number[];
  /** (XᵀX)⁻¹, for the error of what is computed from several coefficients. */
  covarianceShape: number[][];
}

/**
 * Least squares of y on the columns of x, by QR decomposition.
 *
 * @param x - One row for each observation, one column for each coefficient; a column of ones for an intercept.
 * @returns Coefficients with standard errors √(s²·(XᵀX)⁻¹).
 * @throws {CoreInputError} `too_few_points` unless there is at least one observation more than coefficients; `out_of_range`
 *   when the columns do not tell the coefficients apart.
 * @see G. A. F. Seber & A. J. Lee, Linear Regression Analysis, 2nd ed., Wiley 2003, sections 3.3 and 11.3.
 */
export function linearFit(x: readonly (readonly number[])[], y: readonly number[]): LinearFit {
  const columns = x[0]?.length ?? 0;
  const degreesOfFreedom = x.length - columns;
  if (columns === 0 || degreesOfFreedom < 1) {
    throw new CoreInputError(
      "too_few_points",
      `at least ${columns + 1} points are needed for ${columns} figures, found ${x.length}`,
    );
  }
  // Columns of like size, so that a tiny one beside a large one is not taken for nothing.
  const scale = Array.from({ length: columns }, (_, column) => max(x.map((row) => Math.abs(row[column]!))) || 1);
  const triangle = augmentedTriangle(x, y, scale);
  const upper = triangle.subMatrix(0, columns - 1, 0, columns - 1);
  const diagonal = upper.diagonal().map(Math.abs);
  if (Math.min(...diagonal) < 1e-9 * Math.max(...diagonal)) {
    throw new CoreInputError("out_of_range", "the points lie so that they do not tell the figures apart");
  }
  const decomposition = new QrDecomposition(upper);
  const solution = decomposition.solve(triangle.subMatrix(0, columns - 1, columns, columns)).to1DArray();
  const residuals = y.map(
    (value, row) => value - x[row]!.reduce((sum, each, at) => sum + (each / scale[at]!) * solution[at]!, 0),
  );
  const variance = residuals.reduce((sum, residual) => sum + residual ** 2, 0) / degreesOfFreedom;
  const shape = decomposition.solve(Matrix.eye(columns, columns));
  const covarianceShape = shape
    .mmul(shape.transpose())
    .to2DArray()
    .map((row, i) => row.map((value, j) => value / (scale[i]! * scale[j]!)));
  return {
    coefficients: solution.map((value, column) => ({
      value: value / scale[column]!,
      error: Math.sqrt(variance * covarianceShape[column]![column]!),
    })),
    residualSd: Math.sqrt(variance),
    degreesOfFreedom,
    residuals,
    covarianceShape,
  };
}

/** Rows that are decomposed at a time. */
const BLOCK_ROWS = 500;

/**
 * The upper triangle R of [x | y], a block of rows at a time: each block is decomposed together with the triangle so far, which is
 * as exact as all rows at once and takes time in proportion to them.
 *
 * @param scale - What each column of x is divided by.
 * @returns Of one column more than x, with Qᵀy in the last.
 * @see G. H. Golub & C. F. Van Loan, Matrix Computations, 4th ed., Johns Hopkins 2013, section 5.2 (QR by rows of blocks).
 */
function augmentedTriangle(x: readonly (readonly number[])[], y: readonly number[], scale: readonly number[]): Matrix {
  let triangle: number[][] = [];
  for (let from = 0; from < x.length; from += BLOCK_ROWS) {
    const rows = x
      .slice(from, from + BLOCK_ROWS)
      .map((row, at) => [...row.map((value, column) => value / scale[column]!), y[from + at]!]);
    const block = [...triangle, ...rows];
    while (block.length <= scale.length + 1) block.push(new Array<number>(scale.length + 1).fill(0));
    triangle = new QrDecomposition(new Matrix(block)).upperTriangularMatrix.to2DArray();
  }
  return new Matrix(triangle);
}

/** Half width of the two-sided confidence interval of a coefficient: t·SE. */
export function halfWidth({ error }: Coefficient, degreesOfFreedom: number, confidence = 0.95): number {
  return studentQuantile(1 - (1 - confidence) / 2, degreesOfFreedom) * error;
}

/** Quantile of Student's t. */
export function studentQuantile(probability: number, degreesOfFreedom: number): number {
  return jstat.jStat.studentt.inv(probability, degreesOfFreedom);
}
