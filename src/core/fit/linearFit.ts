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
  const scale = Array.from(
    { length: columns },
    (_, column) => x.reduce((most, row) => Math.max(most, Math.abs(row[column]!)), 0) || 1,
  );
  const triangle = augmentedTriangle(x, y, scale);
  const upper = triangle.subMatrix(0, columns - 1, 0, columns - 1);
  const diagonal = upper.diagonal().map(Math.abs);
  if (Math.min(...diagonal) < 1e-9 * Math.max(...diagonal)) {
    throw new CoreInputError("out_of_range", "the points lie so that they do not tell the figures apart");
  }
  const decomposition = new QrDecomposition(upper);
  const solution = decomposition.solve(triangle.subMatrix(0, columns - 1, columns, columns)).to1DArray();
  const residuals = y.map((value, row) => {
    let fitted = 0;
    for (let at = 0; at < columns; at++) fitted += (x[row]![at]! / scale[at]!) * solution[at]!;
    return value - fitted;
  });
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

/**
 * The upper triangle R of [x | y], one row after another: each is turned into the triangle so far by Givens rotations, which is as exact
 * as all rows at once, takes time in proportion to them and no room.
 *
 * @param scale - What each column of x is divided by.
 * @returns Of one column more than x, with Qᵀy in the last.
 * @see G. H. Golub & C. F. Van Loan, Matrix Computations, 4th ed., Johns Hopkins 2013, sections 5.1.8 and 6.5.3 (appending a row).
 */
function augmentedTriangle(x: readonly (readonly number[])[], y: readonly number[], scale: readonly number[]): Matrix {
  const size = scale.length + 1;
  const triangle = new Float64Array(size * size);
  const row = new Float64Array(size);
  for (let at = 0; at < x.length; at++) {
    const given = x[at]!;
    for (let column = 0; column < size - 1; column++) row[column] = given[column]! / scale[column]!;
    row[size - 1] = y[at]!;
    for (let k = 0; k < size; k++) {
      if (row[k] === 0) continue;
      const corner = triangle[k * size + k]!;
      const length = Math.sqrt(corner ** 2 + row[k]! ** 2);
      const [cosine, sine] = [corner / length, row[k]! / length];
      for (let j = k; j < size; j++) {
        const [above, below] = [triangle[k * size + j]!, row[j]!];
        triangle[k * size + j] = cosine * above + sine * below;
        row[j] = cosine * below - sine * above;
      }
    }
  }
  return Matrix.from1DArray(size, size, triangle);
}

/** Half width of the two-sided confidence interval of a coefficient: t·SE. */
export function halfWidth({ error }: Coefficient, degreesOfFreedom: number, confidence = 0.95): number {
  return studentQuantile(1 - (1 - confidence) / 2, degreesOfFreedom) * error;
}

/** Quantile of Student's t. */
export function studentQuantile(probability: number, degreesOfFreedom: number): number {
  return jstat.jStat.studentt.inv(probability, degreesOfFreedom);
}
