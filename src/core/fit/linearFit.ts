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
  const matrix = new Matrix(x.map((row) => row.map((value, column) => value / scale[column]!)));
  const decomposition = new QrDecomposition(matrix);
  const diagonal = decomposition.upperTriangularMatrix.diagonal().map(Math.abs);
  if (Math.min(...diagonal) < 1e-9 * Math.max(...diagonal)) {
    throw new CoreInputError("out_of_range", "the points lie so that they do not tell the figures apart");
  }
  const solution = decomposition.solve(Matrix.columnVector([...y])).to1DArray();
  const residuals = y.map(
    (value, row) => value - x[row]!.reduce((sum, each, at) => sum + (each / scale[at]!) * solution[at]!, 0),
  );
  const variance = residuals.reduce((sum, residual) => sum + residual ** 2, 0) / degreesOfFreedom;
  const inverse = decomposition.upperTriangularMatrix;
  const shape = new QrDecomposition(inverse).solve(Matrix.eye(columns, columns));
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

/** Half width of the two-sided confidence interval of a coefficient: t·SE. */
export function halfWidth({ error }: Coefficient, degreesOfFreedom: number, confidence = 0.95): number {
  return jstat.jStat.studentt.inv(1 - (1 - confidence) / 2, degreesOfFreedom) * error;
}
