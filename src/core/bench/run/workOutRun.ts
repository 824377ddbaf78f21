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
}

/** Unpacks and joins a run's chunks, oldest first. */
export function seriesOfChunks(chunks: readonly StoredChunk[]): Series {
  return joinSeries(chunks.map(({ data, columns, sampleCount: rows }) => decodeChunk(data, columns, rows)));
}

/** Works a stored run out: its steps, its verdict, and the points to draw. */
export function workOutRun({ kind, profile, options, chunks, fromS, toS, past }: RunToWorkOut): WorkedOutRun {
  const whole = seriesOfChunks(chunks);
  const series = fromS === null && toS === null ? whole : cutToRange(whole, fromS ?? 0, toS ?? Infinity);
  return {
    sampleCount: sampleCount(whole),
    lengthS: whole.time?.at(-1) ?? 0,
    points: pointsOf(series),
    steps: summariseSweep(series, profile),
    judged: judgeRun(kind, series, profile, options, past),
  };
}
