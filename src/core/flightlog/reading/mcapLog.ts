import { McapStreamReader } from "@mcap/core";
import { decompress as unpackZstd } from "fzstd";
import { decompress as unpackLz4 } from "lz4js";
import { CellColumn } from "./CellColumn";
import { NO_LAYOUT } from "./layout";
import { LogError } from "./LogError";
import { type RawLog } from "./LogReader";
import { type RawColumn } from "./ReadingTable";

/** How the chunks of an MCAP file may be packed: the two ways that its specification names. */
const UNPACKED = {
  zstd: (packed: Uint8Array, size: bigint) => unpackZstd(packed, new Uint8Array(Number(size))),
  lz4: (packed: Uint8Array, size: bigint) => Uint8Array.from(unpackLz4(packed, Number(size))),
};

/**
 * JSON channels of an MCAP file: each message is a row at its log time, each figure and each word in it a column named by topic and field. Channels of other
 * encodings are left out, and said so.
 *
 * @throws {LogError} For what is damaged, or packed otherwise than by zstd or lz4.
 * @see MCAP format specification, mcap.dev/spec: records of op codes Schema, Channel, Message, Chunk.
 */
export function readMcap(bytes: Uint8Array): RawLog {
  const messages: TimedFields[] = [];
  const topics = new Map<number, { topic: string; isJson: boolean }>();
  const leftOut = new Set<string>();
  const decoder = new TextDecoder();
  try {
    const reader = new McapStreamReader({ validateCrcs: true, decompressHandlers: UNPACKED });
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
      const fields = new Map<string, Field>();
      gather(fields, topicName(channel.topic), bareOf(JSON.parse(decoder.decode(record.data))));
      messages.push({ atNs: record.logTime, channelId: record.channelId, fields });
    }
  } catch (error) {
    const isPacked = error instanceof Error && /unsupported compression/i.test(error.message);
    throw new LogError(
      isPacked
        ? "The chunks of this MCAP file are packed in a way that is not read here: write it with zstd or lz4, or without."
        : "This MCAP file is damaged, or cut off before its end.",
    );
  }
  const names = [...leftOut];
  return {
    ...onOneClock(messages),
    layout: NO_LAYOUT,
    notes: names.length > 0 ? [`Left out, for they are no JSON: ${names.slice(0, 6).join(", ")}.`] : [],
  };
}

/** Each is as long as the log: names that are counted up would fill the memory. */
const MOST_COLUMNS = 2000;

type Field = number | boolean | string;

/** What one message says. */
interface TimedFields {
  atNs: bigint;
  channelId: number;
  fields: Map<string, Field>;
}

/**
 * One table of channels with rates of their own: the channel with the most messages makes the rows, and what others say stands in the first row that is not
 * before it. Between, their cells are blank, as in a table of columns of unlike rate. A file whose log times stand still has no clock but the ones in its messages.
 */
function onOneClock(messages: TimedFields[]): { columns: RawColumn[]; rowCount: number } {
  const counts = new Map<number, number>();
  for (const { channelId } of messages) counts.set(channelId, (counts.get(channelId) ?? 0) + 1);
  const fastest = [...counts].reduce((best, next) => (next[1] > best[1] ? next : best), [-1, 0])[0];
  messages.sort((a, b) => (a.atNs < b.atNs ? -1 : a.atNs > b.atNs ? 1 : 0));
  const base = messages.filter(({ channelId }) => channelId === fastest);
  const table = new Map<string, CellColumn>();
  const put = (name: string, row: number, field: Field) => {
    if (!table.has(name)) {
      if (table.size === MOST_COLUMNS)
        throw new LogError(`The messages of this file name more than ${MOST_COLUMNS} fields: it is no flight log.`);
      table.set(name, new CellColumn(base.length));
    }
    table.get(name)!.put(row, field);
  };
  const [firstNs, lastNs] = [base[0]?.atNs, base.at(-1)?.atNs];
  const hasClock = firstNs !== lastNs;
  if (hasClock) base.forEach(({ atNs }, row) => put("time [s]", row, Number(atNs - firstNs!) / 1e9));
  let row = 0;
  let ownRow = -1;
  for (const { atNs, channelId, fields } of messages) {
    if (channelId === fastest) ownRow++;
    while (row < base.length - 1 && base[row]!.atNs < atNs) row++;
    const at = channelId === fastest ? ownRow : hasClock ? row : Math.max(0, ownRow);
    for (const [name, field] of fields) put(name, at, field);
  }
  return { columns: [...table].map(([heading, column]) => column.finish(heading)), rowCount: base.length };
}

/** What a message of one field says, where that field has no name of its own: the topic is the name then. */
function bareOf(said: unknown): unknown {
  const [only, ...more] = typeof said === "object" && said !== null ? Object.entries(said) : [];
  return only && more.length === 0 && /^(value|data|v|val)$/i.test(only[0]) ? only[1] : said;
}

/** "/flight/gyro" → "flight gyro". */
function topicName(topic: string): string {
  return topic.split("/").filter(Boolean).join(" ");
}

/** Figures and words of a message, by the path to them. */
function gather(fields: Map<string, Field>, name: string, value: unknown): void {
  if (typeof value === "number" || typeof value === "boolean" || typeof value === "string") fields.set(name, value);
  else if (Array.isArray(value)) value.slice(0, 32).forEach((each, at) => gather(fields, `${name} ${at + 1}`, each));
  else if (typeof value === "object" && value !== null)
    for (const [key, each] of Object.entries(value)) gather(fields, `${name} ${key}`, each);
}
