import { McapStreamReader } from "@mcap/core";
import { parquetMetadataAsync, parquetReadObjects } from "hyparquet";
import { type Layout } from "./layout";
import { LogError } from "./LogError";
import { type RawLog } from "./LogReader";
import { type RawColumn } from "./ReadingTable";

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

/** The columns have their names and no more: units stand in them, as in a table. */
const NO_LAYOUT: Layout = { delimiter: ",", decimal: ".", headings: [], units: null, linesAbove: 0 };

/**
 * JSON channels of an MCAP file: each message is a row at its log time, each number in it a column named by topic and field. Channels of other encodings are left
 * out, and said so.
 *
 * @see MCAP format specification, mcap.dev/spec: records of op codes Schema, Channel, Message, Chunk.
 */
export function readMcap(bytes: Uint8Array): RawLog {
  const rows: TimedFields[] = [];
  const topics = new Map<number, { topic: string; isJson: boolean }>();
  const leftOut = new Set<string>();
  const decoder = new TextDecoder();
  try {
    const reader = new McapStreamReader({ validateCrcs: true });
    reader.append(bytes);
    for (let record = reader.nextRecord(); record; record = reader.nextRecord()) {
      if (record.type === "Channel")
        topics.set(record.id, { topic: record.topic, isJson: record.messageEncoding === "json" });
      if (record.type !== "Message") continue;
      const channel = topics.get(record.channelId);
      if (!channel?.isJson) {
        leftOut.add(channel?.topic ?? `channel ${record.channelId}`);
        continue;
      }
      const fields = new Map<string, number>();
      gather(fields, topicName(channel.topic), JSON.parse(decoder.decode(record.data)));
      rows.push({ atNs: record.logTime, channelId: record.channelId, fields });
    }
  } catch (error) {
    const packed = error instanceof Error && /compression/i.test(error.message);
    throw new LogError(
      packed
        ? "The chunks of this MCAP file are packed. Write it without compression, then give that."
        : "This MCAP file is damaged, or cut off before its end.",
    );
  }
  const table = onOneClock(rows);
  const names = [...leftOut];
  return {
    columns: [...table].map(([heading, values]) => columnOf(heading, values)),
    rowCount: table.values().next().value?.length ?? 0,
    layout: NO_LAYOUT,
    notes: names.length > 0 ? [`Left out, for they are no JSON: ${names.slice(0, 6).join(", ")}.`] : [],
  };
}

/** What one message says. */
interface TimedFields {
  atNs: bigint;
  channelId: number;
  fields: Map<string, number>;
}

/**
 * One table of channels with rates of their own: the channel with the most messages makes the rows, and what others say stands in the first row that is not
 * before it. Between, their cells are blank, as in a table of columns of unlike rate.
 */
function onOneClock(messages: TimedFields[]): Map<string, Float64Array> {
  const counts = new Map<number, number>();
  for (const { channelId } of messages) counts.set(channelId, (counts.get(channelId) ?? 0) + 1);
  const fastest = [...counts].reduce((best, next) => (next[1] > best[1] ? next : best), [-1, 0])[0];
  messages.sort((a, b) => (a.atNs < b.atNs ? -1 : a.atNs > b.atNs ? 1 : 0));
  const base = messages.filter(({ channelId }) => channelId === fastest);
  const table = new Map<string, Float64Array>([["time [s]", new Float64Array(base.length)]]);
  const first = base[0]?.atNs ?? 0n;
  base.forEach(({ atNs }, row) => (table.get("time [s]")![row] = Number(atNs - first) / 1e9));
  let row = 0;
  for (const { atNs, fields } of messages) {
    while (row < base.length - 1 && base[row]!.atNs < atNs) row++;
    for (const [name, value] of fields) {
      if (!table.has(name)) table.set(name, new Float64Array(base.length).fill(NaN));
      table.get(name)![row] = value;
    }
  }
  return table;
}

/** "/flight/gyro" → "flight gyro". */
function topicName(topic: string): string {
  return topic.split("/").filter(Boolean).join(" ");
}

/** Numbers of a message, by the path to them; true and false count as 1 and 0. */
function gather(fields: Map<string, number>, name: string, value: unknown): void {
  if (typeof value === "number") fields.set(name, value);
  else if (typeof value === "boolean") fields.set(name, value ? 1 : 0);
  else if (Array.isArray(value)) value.slice(0, 32).forEach((each, at) => gather(fields, `${name} ${at + 1}`, each));
  else if (typeof value === "object" && value !== null)
    for (const [key, each] of Object.entries(value)) gather(fields, `${name} ${key}`, each);
}

/** Columns of figures of a Parquet file; words and lists are left out, and said so. */
async function readParquet(bytes: Uint8Array): Promise<RawLog> {
  const file = bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer;
  const leftOut: string[] = [];
  let rows: Record<string, unknown>[];
  try {
    await parquetMetadataAsync(file);
    rows = await parquetReadObjects({ file });
  } catch (error) {
    const packed = error instanceof Error && /compression/i.test(error.message);
    throw new LogError(
      packed
        ? "The columns of this Parquet file are packed in a way that is not read here: write it with snappy, or without."
        : "This Parquet file is damaged, or cut off before its end.",
    );
  }
  const columns = Object.keys(rows[0] ?? {}).flatMap((heading) => {
    const values = Float64Array.from(rows, (row) => figureOf(row[heading]));
    if (values.some(Number.isFinite)) return [columnOf(heading, values)];
    leftOut.push(heading);
    return [];
  });
  return {
    columns,
    rowCount: rows.length,
    layout: NO_LAYOUT,
    notes: leftOut.length > 0 ? [`Left out, for they hold no figures: ${leftOut.slice(0, 6).join(", ")}.`] : [],
  };
}

function figureOf(value: unknown): number {
  if (typeof value === "number") return value;
  if (typeof value === "bigint") return Number(value);
  if (typeof value === "boolean") return value ? 1 : 0;
  if (value instanceof Date) return value.getTime() / 1000;
  return NaN;
}

function columnOf(heading: string, values: Float64Array): RawColumn {
  return { heading, unitBelow: "", values, words: [], codes: null };
}
