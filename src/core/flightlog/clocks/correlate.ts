import FFT from "fft.js";

/** Correlation of two series at every lag at which they share enough. */
export interface Correlogram {
  /** The first lag, in samples: at lag k the sample `i` of the second lies beside `i + k` of the first. */
  firstLag: number;
  /** Pearson's r of what is shared at each lag; 0 where one of the two stands still there. */
  r: Float64Array;
}

/**
 * Pearson's correlation of two series at every lag, each over the samples that lie beside each other there: products by the Fourier
 * transform, means and spreads of the shared parts by running sums.
 *
 * @param a - Samples at one rate, without blanks.
 * @param b - The same.
 * @param leastShared - Samples that must lie beside each other; above 1.
 * @returns null when no lag has so many.
 * @see J. P. Lewis, "Fast normalized cross-correlation", Vision Interface 1995 (products by FFT, energies by running sums).
 */
export function correlate(a: Float64Array, b: Float64Array, leastShared: number): Correlogram | null {
  const firstLag = leastShared - b.length;
  const lastLag = a.length - leastShared;
  if (leastShared < 2 || lastLag < firstLag) return null;
  // Less their means the sums stay small, and rounding with them.
  const [x, y] = [centred(a), centred(b)];
  const products = productsByLag(x, y);
  const [sumsX, sumsY] = [runningSums(x), runningSums(y)];
  const r = new Float64Array(lastLag - firstLag + 1);
  for (let lag = firstLag; lag <= lastLag; lag++) {
    const [fromX, fromY] = [Math.max(0, lag), Math.max(0, -lag)];
    const shared = Math.min(x.length - fromX, y.length - fromY);
    const inX = within(sumsX, fromX, shared);
    const inY = within(sumsY, fromY, shared);
    const together = products(lag) - (inX.sum * inY.sum) / shared;
    const spread = Math.sqrt(inX.squares * inY.squares);
    r[lag - firstLag] = spread > STANDS_STILL * shared ? Math.max(-1, Math.min(1, together / spread)) : 0;
  }
  return { firstLag, r };
}

/** Below this a series does not move: what is left of it is rounding. */
const STANDS_STILL = 1e-9;

function centred(values: Float64Array): Float64Array {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return values.map((value) => value - mean);
}

/** Σ x[i + lag] · y[i] for every lag. */
function productsByLag(x: Float64Array, y: Float64Array): (lag: number) => number {
  const size = 2 ** Math.ceil(Math.log2(x.length + y.length));
  const fft = new FFT(size);
  const transformed = (values: Float64Array) => {
    const input = new Float64Array(size);
    input.set(values);
    const output = fft.createComplexArray();
    fft.realTransform(output, input as unknown as number[]);
    fft.completeSpectrum(output);
    return output;
  };
  const [fx, fy] = [transformed(x), transformed(y)];
  const product = fft.createComplexArray();
  for (let at = 0; at < 2 * size; at += 2) {
    product[at] = fx[at]! * fy[at]! + fx[at + 1]! * fy[at + 1]!;
    product[at + 1] = fx[at + 1]! * fy[at]! - fx[at]! * fy[at + 1]!;
  }
  const back = fft.createComplexArray();
  fft.inverseTransform(back, product);
  return (lag) => back[2 * ((lag + size) % size)]!;
}

interface RunningSums {
  sums: Float64Array;
  squares: Float64Array;
}

function runningSums(values: Float64Array): RunningSums {
  const sums = new Float64Array(values.length + 1);
  const squares = new Float64Array(values.length + 1);
  for (let at = 0; at < values.length; at++) {
    sums[at + 1] = sums[at]! + values[at]!;
    squares[at + 1] = squares[at]! + values[at]! ** 2;
  }
  return { sums, squares };
}

/** Sum of a part, and of the squares of what it differs from its own mean. */
function within({ sums, squares }: RunningSums, from: number, count: number): { sum: number; squares: number } {
  const sum = sums[from + count]! - sums[from]!;
  return { sum, squares: Math.max(0, squares[from + count]! - squares[from]! - sum ** 2 / count) };
}
