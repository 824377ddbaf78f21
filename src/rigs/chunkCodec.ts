import { deflateSync, inflateSync } from "fflate";
import { type PowerSample } from "../core/bench/findLimitCrossing";

/** Columns of a stored chunk with their units, in the order they lie in the data. */
export const CHUNK_COLUMNS = [
  { name: "timeS", unit: "s" },
  { name: "throttle", unit: "1" },
  { name: "voltageV", unit: "V" },
  { name: "currentA", unit: "A" },
] as const;

/**
 * Packs samples as compressed little-endian float32 columns, one column after the other.
 *
 * @returns Bytes for LONGBLOB; decode with the sample count that is stored beside them.
 */
export function encodeChunk(samples: readonly PowerSample[]): Uint8Array {
  const view = new DataView(new ArrayBuffer(4 * CHUNK_COLUMNS.length * samples.length));
  CHUNK_COLUMNS.forEach(({ name }, column) => {
    samples.forEach((sample, row) => view.setFloat32(4 * (column * samples.length + row), sample[name], true));
  });
  return deflateSync(new Uint8Array(view.buffer));
}

/**
 * Unpacks what `encodeChunk` packed.
 *
 * @throws {RangeError} when the data do not hold that many samples.
 */
export function decodeChunk(data: Uint8Array, sampleCount: number): PowerSample[] {
  const bytes = inflateSync(data);
  const expected = 4 * CHUNK_COLUMNS.length * sampleCount;
  if (bytes.length !== expected)
    throw new RangeError(`a chunk of ${sampleCount} samples has ${expected} bytes, found ${bytes.length}`);
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const value = (column: number, row: number) => view.getFloat32(4 * (column * sampleCount + row), true);
  return Array.from({ length: sampleCount }, (_, row) => ({
    timeS: value(0, row),
    // Commands are round numbers; float32 would turn 0.6 into 0.6000000238 and no longer match its step.
    throttle: Math.round(value(1, row) * 1e6) / 1e6,
    voltageV: value(2, row),
    currentA: value(3, row),
  }));
}
