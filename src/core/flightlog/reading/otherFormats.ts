import { LogError } from "./LogError";
import { type RawLog } from "./LogReader";
import { readMcap } from "./mcapLog";
import { readParquet } from "./parquetLog";

/** Formats that are no text, by how they begin. */
export type BinaryFormat = "mcap" | "parquet";

const MCAP = [0x89, 0x4d, 0x43, 0x41, 0x50, 0x30, 0x0d, 0x0a]; // \x89MCAP0\r\n
const PARQUET = [0x50, 0x41, 0x52, 0x31]; // PAR1

/** Which of them a file is by its first bytes; null for text, or for what is none of them. */
export function binaryFormatOf(head: Uint8Array): BinaryFormat | null {
  const begins = (start: readonly number[]) => start.every((byte, at) => head[at] === byte);
  return begins(MCAP) ? "mcap" : begins(PARQUET) ? "parquet" : null;
}

/** The largest file of these formats, which are read whole. */
export const MOST_BINARY_BYTES = 400_000_000;

/**
 * Reads a whole file of one of these formats into columns.
 *
 * @throws {LogError} For what is damaged, too large, packed in a way that is not read, or without figures.
 */
export async function readBinaryLog(format: BinaryFormat, bytes: Uint8Array): Promise<RawLog> {
  if (bytes.length > MOST_BINARY_BYTES)
    throw new LogError(
      `The file has ${(bytes.length / 1e6).toFixed(0)} MB; ${MOST_BINARY_BYTES / 1e6} MB is the limit for this format.`,
    );
  const raw = format === "mcap" ? readMcap(bytes) : await readParquet(bytes);
  if (raw.columns.length < 2 || raw.rowCount < 2) throw new LogError("There are no columns of figures in this file.");
  return raw;
}
