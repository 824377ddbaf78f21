import { inverse, Matrix } from "ml-matrix";

/** Sines of one frequency and its multiples, fitted to equally spaced values. */
export interface SineFit {
  /** From middle to peak, of the frequency and each multiple. */
  amplitudes: { value: number; error: number }[];
  /** Standard deviation of what is left. */
  residualSd: number;
}

/**
 * Least squares of a constant and the cosine and sine of a known frequency and its multiples. The columns are nearly at right
 * angles, so the normal equations lose nothing.
 *
 * @param rateHz - Values a second.
 * @param multiples - How many, the frequency itself counted; all must lie below half the rate.
 * @see IEEE Std 1057, the sine fit of known frequency, with multiples added.
 */
export function sineFit(values: readonly number[], rateHz: number, hz: number, multiples: number): SineFit {
  const columns = 1 + 2 * multiples;
  const products = Array.from({ length: columns }, () => new Float64Array(columns));
  const right = new Float64Array(columns);
  const row = new Float64Array(columns);
  row[0] = 1;
  // An offset such as gravity is much larger than what is looked for: without it the squares lose no digits.
  const middle = values.reduce((sum, value) => sum + value, 0) / values.length;
  const [turnCos, turnSin] = [Math.cos((2 * Math.PI * hz) / rateHz), Math.sin((2 * Math.PI * hz) / rateHz)];
  let [baseCos, baseSin] = [1, 0];
  let squares = 0;
  for (const value of values) {
    // Each multiple is the one before turned on by the first; the first is turned on from value to value.
    let [cos, sin] = [1, 0];
    for (let place = 0; place < multiples; place++) {
      [cos, sin] = [cos * baseCos - sin * baseSin, sin * baseCos + cos * baseSin];
      row[2 * place + 1] = cos;
      row[2 * place + 2] = sin;
    }
    const above = value - middle;
    squares += above ** 2;
    for (let i = 0; i < columns; i++) {
      right[i]! += row[i]! * above;
      for (let j = 0; j <= i; j++) products[i]![j]! += row[i]! * row[j]!;
    }
    [baseCos, baseSin] = [baseCos * turnCos - baseSin * turnSin, baseSin * turnCos + baseCos * turnSin];
  }
  const shape = inverse(
    new Matrix(products.map((line, i) => Array.from(line, (_, j) => (j <= i ? line[j]! : products[j]![i]!)))),
  );
  const solution = shape.mmul(Matrix.columnVector(right)).to1DArray();
  const left = squares - solution.reduce((sum, each, i) => sum + each * right[i]!, 0);
  const residualSd = Math.sqrt(Math.max(0, left) / (values.length - columns));
  return {
    amplitudes: Array.from({ length: multiples }, (_, place) => {
      const [cosine, sine] = [1 + 2 * place, 2 + 2 * place];
      const spread = (shape.get(cosine, cosine) + shape.get(sine, sine)) / 2;
      return { value: Math.hypot(solution[cosine]!, solution[sine]!), error: residualSd * Math.sqrt(spread) };
    }),
    residualSd,
  };
}
