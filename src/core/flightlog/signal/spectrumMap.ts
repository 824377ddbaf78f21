import { max, min } from "simple-statistics";
import { meanOf } from "./rows";
import { startsIn, welch } from "./spectrum";

/** Power spectral density of a channel for each level of what drives it. */
export interface SpectrumMap {
  /** Edges of the levels, one more than there are. */
  edges: Float64Array;
  /** Distance of the bins, Hz. */
  stepHz: number;
  /** Bins of a level, from 0 Hz on. */
  bins: number;
  /** unit²/Hz, level after level; NaN for a level that was never flown at. */
  density: Float64Array;
  /** Rows of a segment, and the first rows of the segments that each level was averaged over. */
  length: number;
  starts: number[][];
}

/** Length of a segment: long enough to tell 4 Hz apart, short enough that the drive hardly moves in it. */
const SEGMENT_S = 0.5;
const SHORTEST = 64;
const LONGEST = 1024;
const LEVELS = 20;
/** Of a stretch that is shorter no picture is drawn. */
const FEWEST_SEGMENTS = 4;

/**
 * Sorts the segments of a stretch by the mean of what drives the craft in them, and takes Welch's estimate of each level: a line
 * that follows a rotor moves from level to level, one of the frame stays where it is.
 *
 * @param values - Channel whose spectrum is asked, without blanks.
 * @param drive - Output or speed of the motors, row for row with it.
 * @returns null where the stretch is too short, or the drive stays at one value.
 * @see P. D. Welch 1967, as cited at `welch`.
 */
export function spectrumMap(
  values: Float64Array,
  drive: Float64Array,
  rateHz: number,
  from = 0,
  to = values.length,
): SpectrumMap | null {
  const length = Math.min(LONGEST, Math.max(SHORTEST, 2 ** Math.round(Math.log2(rateHz * SEGMENT_S))));
  const starts = startsIn(from, to, length);
  if (starts.length < FEWEST_SEGMENTS) return null;
  const levels = starts.map((start) => meanOf(drive, start, start + length));
  const known = levels.filter(Number.isFinite);
  const least = known.length > 0 ? min(known) : NaN;
  const most = known.length > 0 ? max(known) : NaN;
  if (!(most > least)) return null;
  const edges = Float64Array.from({ length: LEVELS + 1 }, (_, at) => least + ((most - least) * at) / LEVELS);
  const bins = length / 2 + 1;
  const density = new Float64Array(LEVELS * bins).fill(NaN);
  const levelOf = (mean: number) => Math.min(LEVELS - 1, Math.floor(((mean - least) / (most - least)) * LEVELS));
  const sorted = Array.from({ length: LEVELS }, (_, level) => starts.filter((_, at) => levelOf(levels[at]!) === level));
  sorted.forEach((own, level) => {
    const spectrum = welch(values, rateHz, length, own);
    if (spectrum) density.set(spectrum.density, level * bins);
  });
  return { edges, stepHz: rateHz / length, bins, density, length, starts: sorted };
}

/** Mean of another channel on each level, as of the turning speed; NaN for a level that was never flown at. */
export function meanOnLevels({ starts, length }: SpectrumMap, values: Float64Array): Float64Array {
  return Float64Array.from(starts, (own) => meanOf(own.map((start) => meanOf(values, start, start + length))));
}
