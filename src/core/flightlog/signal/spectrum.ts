import FFT from "fft.js";

/** Power spectral density, one-sided. */
export interface Spectrum {
  /** Distance of the bins, Hz. */
  stepHz: number;
  /** unit²/Hz, from 0 Hz to half the rate. */
  density: Float64Array;
  segments: number;
}

/** Hann window. @see F. J. Harris, "On the Use of Windows for Harmonic Analysis with the DFT", Proc. IEEE 66 (1), 1978. */
export function hann(length: number): Float64Array {
  return Float64Array.from({ length }, (_, at) => 0.5 - 0.5 * Math.cos((2 * Math.PI * at) / length));
}

/** In a shorter segment there is no line to see. */
const SHORTEST_SEGMENT = 8;

/**
 * Welch's estimate of the power spectral density: segments that overlap by half, each less its mean and under a Hann window.
 * Two segments are transformed at a time, as the real and the imaginary part of one complex signal.
 *
 * @param length - Rows of a segment, a power of two.
 * @param starts - First rows of the segments; all that fit at half a length apart when left out.
 * @returns null when not one segment fits.
 * @see P. D. Welch, "The use of fast Fourier transform for the estimation of power spectra", IEEE Trans. Audio Electroacoust. 15 (2), 1967;
 *   W. H. Press et al., Numerical Recipes, 3rd ed., Cambridge 2007, section 12.3.2 (two real transforms at once).
 */
export function welch(
  values: ArrayLike<number>,
  rateHz: number,
  length: number,
  starts?: readonly number[],
): Spectrum | null {
  const from = starts ?? startsIn(0, values.length, length);
  if (from.length === 0 || length < SHORTEST_SEGMENT) return null;
  const fft = new FFT(length);
  const window = hann(length);
  const power = window.reduce((sum, each) => sum + each * each, 0);
  const input = new Float64Array(2 * length);
  const output = new Float64Array(2 * length);
  const half = length / 2;
  const density = new Float64Array(half + 1);
  for (let pair = 0; pair < from.length; pair += 2) {
    fill(input, 0, values, from[pair]!, window);
    const hasSecond = pair + 1 < from.length;
    if (hasSecond) fill(input, 1, values, from[pair + 1]!, window);
    else for (let at = 1; at < input.length; at += 2) input[at] = 0;
    fft.transform(output as unknown as number[], input as unknown as number[]);
    for (let bin = 0; bin <= half; bin++) {
      const mirror = (length - bin) % length;
      const [a, b] = [output[2 * bin]!, output[2 * bin + 1]!];
      const [c, d] = [output[2 * mirror]!, output[2 * mirror + 1]!];
      // |X|² + |Y|² of the two real signals, from Z at the bin and at its mirror
      density[bin]! += (a * a + b * b + c * c + d * d) / 2;
    }
  }
  const unit = 1 / (rateHz * power * from.length);
  for (let bin = 0; bin <= half; bin++) density[bin]! *= bin === 0 || bin === half ? unit : 2 * unit;
  return { stepHz: rateHz / length, density, segments: from.length };
}

function fill(input: Float64Array, part: 0 | 1, values: ArrayLike<number>, from: number, window: Float64Array): void {
  const length = window.length;
  let sum = 0;
  for (let at = 0; at < length; at++) sum += values[from + at]!;
  const mean = sum / length;
  for (let at = 0; at < length; at++) input[2 * at + part] = (values[from + at]! - mean) * window[at]!;
}

/** First rows of segments that overlap by half, from one row to another. */
export function startsIn(from: number, to: number, length: number): number[] {
  const starts: number[] = [];
  for (let row = from; row + length <= to; row += length / 2) starts.push(row);
  return starts;
}

/** Root of the power between two frequencies. */
export function bandRms({ stepHz, density }: Spectrum, fromHz: number, toHz: number): number {
  let sum = 0;
  for (let bin = Math.max(1, Math.ceil(fromHz / stepHz)); bin * stepHz <= toHz && bin < density.length; bin++)
    sum += density[bin]!;
  return Math.sqrt(sum * stepHz);
}

/** A line that stands out of its neighbourhood. */
export interface Line {
  hz: number;
  /** Amplitude, middle to peak. */
  amplitude: number;
  /** Times the density about it. */
  prominence: number;
}

/** The strongest line between two frequencies, by its density against the middle of those about it. */
export function strongestLine({ stepHz, density }: Spectrum, fromHz: number, toHz: number): Line | null {
  const first = Math.max(2, Math.ceil(fromHz / stepHz));
  const last = Math.min(density.length - 3, Math.floor(toHz / stepHz));
  let best = -1;
  // A line stands above its neighbours: the edge of something that falls off is none.
  const isPeak = (bin: number) => [-2, -1, 1, 2].every((off) => density[bin]! >= density[bin + off]!);
  for (let bin = first; bin <= last; bin++) if (isPeak(bin) && (best < 0 || density[bin]! > density[best]!)) best = bin;
  if (best < 0 || density[best]! <= 0) return null;
  const reach = Math.max(6, Math.round(0.35 * best));
  const about: number[] = [];
  for (let bin = Math.max(1, best - reach); bin <= Math.min(density.length - 1, best + reach); bin++)
    if (Math.abs(bin - best) > 3) about.push(density[bin]!);
  about.sort((a, b) => a - b);
  const floor = about[Math.floor(about.length / 2)] ?? 0;
  let power = 0;
  for (let bin = best - 2; bin <= best + 2; bin++) power += density[bin]! * stepHz;
  // Parabola through the logarithms about the highest bin
  const [a, b, c] = [density[best - 1]!, density[best]!, density[best + 1]!].map((each) => Math.log(each + 1e-300));
  const off = (0.5 * (a! - c!)) / (a! - 2 * b! + c! || 1);
  return {
    hz: (best + Math.max(-0.5, Math.min(0.5, off))) * stepHz,
    amplitude: Math.sqrt(2 * power),
    prominence: floor > 0 ? density[best]! / floor : Infinity,
  };
}
