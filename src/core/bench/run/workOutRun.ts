import { type ChunkColumn, decodeChunk } from "../../series/chunkCodec";
import { pointsOf, type SeriesPoints } from "../../series/pointsOf";
import { cutToRange, joinSeries, sampleCount, type Series } from "../../series/series";
import { type MeasurementOptions, type MeasurementPast } from "../measure/measureColumns";
import { type JudgedRun, judgeRun } from "./judgeRun";
import { type ProfileStep } from "./profile";
import { type RunKind } from "./runKinds";
import { type StepDraw, summariseSweep } from "./summariseSweep";

/** A chunk of a run's samples as it is stored. */
export interface StoredChunk {
  /** Its number in the run, from 0: one that is missing could not be stored. */
  seq: number;
  data: Uint8Array;
  columns: readonly ChunkColumn[];
  sampleCount: number;
}

/** A stored run with what its verdict needs. */
export interface RunToWorkOut {
  kind: RunKind;
  profile: readonly ProfileStep[];
  options: MeasurementOptions;
  chunks: readonly StoredChunk[];
  /** The stretch that counts, in seconds from the start; null for its end. */
  fromS: number | null;
  toS: number | null;
  past: MeasurementPast & { motorCount?: number };
}

/** A run with all that follows from its samples. */
export interface WorkedOutRun {
  sampleCount: number;
  /** Of the whole run, whatever stretch is looked at, in seconds. */
  lengthS: number;
  points: SeriesPoints;
  steps: StepDraw[];
  judged: JudgedRun;
  /** Stretches that could not be stored, in seconds. */
  gaps: Gap[];
}

/** A stretch of a run of which there are no samples. */
export interface Gap {
  fromS: number;
  toS: number;
}

/**
 * The stretches of a run that could not be stored: where a chunk's number is missing.
 *
 * @param chunks - Oldest first, with their time.
 */
export function gapsOf(chunks: readonly { seq: number; time: readonly number[] }[]): Gap[] {
  return chunks.flatMap(({ seq, time }, at) => {
    const expected = at === 0 ? 0 : chunks[at - 1]!.seq + 1;
    const fromS = at === 0 ? 0 : (chunks[at - 1]!.time.at(-1) ?? 0);
    return seq > expected ? [{ fromS, toS: time[0] ?? fromS }] : [];
  });
}

/** Unpacks and joins a run's chunks, oldest first. */
export function seriesOfChunks(chunks: readonly StoredChunk[]): Series {
  return joinSeries(chunks.map(({ data, columns, sampleCount: rows }) => decodeChunk(data, columns, rows)));
}

/** Works a stored run out: its steps, its verdict, and the points to draw. */
export function workOutRun({ kind, profile, options, chunks, fromS, toS, past }: RunToWorkOut): WorkedOutRun {
  const parts = chunks.map(({ data, columns, sampleCount: rows }) => decodeChunk(data, columns, rows));
  const whole = joinSeries(parts);
  const gaps = gapsOf(parts.map(({ time = [] }, at) => ({ seq: chunks[at]!.seq, time })));
  const inside = gaps.find((gap) => gap.toS >= (fromS ?? 0) && gap.fromS <= (toS ?? Infinity));
  const series = fromS === null && toS === null ? whole : cutToRange(whole, fromS ?? 0, toS ?? Infinity);
  return {
    sampleCount: sampleCount(whole),
    lengthS: whole.time?.at(-1) ?? 0,
    points: pointsOf(series),
    steps: summariseSweep(series, profile),
    judged: inside ? { measured: null, problem: gapText(inside) } : judgeRun(kind, series, profile, options, past),
    gaps,
  };
}

function gapText({ fromS, toS }: Gap): string {
  return `The samples from ${fromS.toFixed(1)} to ${toS.toFixed(1)} s could not be stored: no verdict over them. Look at a stretch without them, or run it again.`;
}
