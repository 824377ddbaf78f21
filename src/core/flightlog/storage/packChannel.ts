import { deflateSync, inflateSync } from "fflate";

/** Rows of one stored stretch of a channel. */
export const CHUNK_ROWS = 65_536;
/** The clock keeps its digits; all else is as exact as any sensor in half the room. */
const isExact = (role: string) => role === "time";

/** How many stretches a channel of so many rows is stored in. */
export function chunkCount(rowCount: number): number {
  return Math.ceil(rowCount / CHUNK_ROWS);
}

/** Packs one stretch of a channel as it is stored: compressed little-endian, float64 for the time, float32 for the rest. */
export function packChannel(role: string, values: Float64Array, seq: number): Uint8Array {
  const part = values.subarray(seq * CHUNK_ROWS, (seq + 1) * CHUNK_ROWS);
  const bytes = isExact(role) ? 8 : 4;
  const view = new DataView(new ArrayBuffer(bytes * part.length));
  for (let row = 0; row < part.length; row++) {
    if (bytes === 8) view.setFloat64(8 * row, part[row]!, true);
    else view.setFloat32(4 * row, part[row]!, true);
  }
  return deflateSync(new Uint8Array(view.buffer), { level: 4 });
}

/**
 * Unpacks a stretch into a channel.
 *
 * @throws {RangeError} when the data do not hold as many rows as the stretch has.
 */
export function unpackChannel(role: string, data: Uint8Array, into: Float64Array, seq: number): void {
  const bytes = isExact(role) ? 8 : 4;
  const from = seq * CHUNK_ROWS;
  const rows = Math.min(CHUNK_ROWS, into.length - from);
  const raw = inflateSync(data);
  if (raw.length !== bytes * rows)
    throw new RangeError(`a stretch of ${rows} rows of ${role} has ${bytes * rows} bytes, found ${raw.length}`);
  const view = new DataView(raw.buffer, raw.byteOffset, raw.byteLength);
  for (let row = 0; row < rows; row++)
    into[from + row] = bytes === 8 ? view.getFloat64(8 * row, true) : view.getFloat32(4 * row, true);
}
