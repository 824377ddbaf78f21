import { deflateSync, inflateSync } from "fflate";
import { channelOf } from "./channels";
import { sampleCount, type Series } from "./series";

/** A column of a stored chunk. */
export interface ChunkColumn {
  name: string;
  unit: string;
}

/** The columns of a series with their units, in the order in which they are packed. */
export function chunkColumns(series: Series): ChunkColumn[] {
  return Object.keys(series).map((name) => ({ name, unit: channelOf(name).unit }));
}

/**
 * Packs a series as compressed little-endian float32 columns, one column after the other.
 *
 * @returns Bytes for LONGBLOB; decode with the columns and the sample count that are stored beside them.
 */
export function encodeChunk(series: Series): Uint8Array {
  const rows = sampleCount(series);
  const names = Object.keys(series);
  const view = new DataView(new ArrayBuffer(4 * names.length * rows));
  names.forEach((name, column) => {
    series[name]!.forEach((value, row) => view.setFloat32(4 * (column * rows + row), value, true));
  });
  return deflateSync(new Uint8Array(view.buffer));
}

/** A chunk of samples, packed as it is stored. */
export interface PackedChunk {
  data: Uint8Array;
  columns: ChunkColumn[];
  sampleCount: number;
  /** Time of its first sample, in seconds from the start of the run. */
  fromS: number;
}

/** Packs a series with what is stored beside it. */
export function packChunk(series: Series): PackedChunk {
  return {
    data: encodeChunk(series),
    columns: chunkColumns(series),
    sampleCount: sampleCount(series),
    fromS: series.time?.[0] ?? 0,
  };
}

/** Commands are round numbers; float32 would turn 0.6 into 0.6000000238 and no longer match its step. */
const ROUND = new Set(["throttle", "pulse", "step", "output"]);

/**
 * Unpacks what `encodeChunk` packed.
 *
 * @throws {RangeError} when the data do not hold that many samples.
 */
export function decodeChunk(data: Uint8Array, columns: readonly ChunkColumn[], rows: number): Series {
  const bytes = inflateSync(data);
  const expected = 4 * columns.length * rows;
  if (bytes.length !== expected)
    throw new RangeError(`a chunk of ${rows} samples has ${expected} bytes, found ${bytes.length}`);
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  return Object.fromEntries(
    columns.map(({ name }, column) => [
      name,
      Array.from({ length: rows }, (_, row) => {
        const value = view.getFloat32(4 * (column * rows + row), true);
        return ROUND.has(name) ? Math.round(value * 1e7) / 1e7 : value;
      }),
    ]),
  );
}
