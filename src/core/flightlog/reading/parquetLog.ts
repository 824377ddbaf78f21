import { type FileMetaData, parquetMetadataAsync, parquetRead, type SchemaElement } from "hyparquet";
import { decompressSync as unpackGzip } from "fflate";
import { decompress as unpackZstd } from "fzstd";
import { decompressBlock } from "lz4js";
import { CellColumn } from "./CellColumn";
import { NO_LAYOUT } from "./layout";
import { LogError } from "./LogError";
import { type RawLog } from "./LogReader";

/** Ways of packing that are read beside snappy, which the reader brings itself: none that a page's rules on scripts would stop. */
const UNPACKED = {
  GZIP: (packed: Uint8Array, length: number) => unpackGzip(packed, { out: new Uint8Array(length) }),
  ZSTD: (packed: Uint8Array, length: number) => unpackZstd(packed, new Uint8Array(length)),
  LZ4_RAW: (packed: Uint8Array, length: number) => {
    const plain = new Uint8Array(length);
    decompressBlock(packed, plain, 0, packed.length, 0);
    return plain;
  },
};

/** More than a log of a day at 4 kHz has. */
const MOST_ROWS = 400_000_000 / 8;

/** Times as seconds: a date holds no part of a millisecond, and a log has them. */
const IN_SECONDS = {
  timestampFromMilliseconds: (count: bigint) => Number(count) / 1e3,
  timestampFromMicroseconds: (count: bigint) => Number(count) / 1e6,
  timestampFromNanoseconds: (count: bigint) => Number(count) / 1e9,
};

/**
 * Columns of a Parquet file, those inside others by the path to them; lists are left out, and said so.
 *
 * @throws {LogError} For what is damaged, or packed in a way that is not read.
 */
export async function readParquet(bytes: Uint8Array): Promise<RawLog> {
  const file = bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer;
  let metadata: FileMetaData;
  const table = new Map<string, CellColumn>();
  try {
    metadata = await parquetMetadataAsync(file);
    const rowCount = Number(metadata.num_rows);
    if (!(rowCount <= MOST_ROWS)) throw new RangeError("more rows than a file of this size holds");
    const columnOf = (name: string) => {
      if (!table.has(name)) table.set(name, new CellColumn(rowCount));
      return table.get(name)!;
    };
    const put = (name: string, row: number, cell: unknown) => {
      if (isGroup(cell)) for (const [key, each] of Object.entries(cell)) put(`${name} ${key}`, row, each);
      else if (cell !== null && cell !== undefined) columnOf(name).put(row, cell);
    };
    await parquetRead({
      file,
      metadata,
      compressors: UNPACKED,
      parsers: IN_SECONDS,
      onChunk: ({ columnName, columnData, rowStart }) => {
        for (let at = 0; at < columnData.length; at++) put(columnName, rowStart + at, columnData[at]);
      },
    });
  } catch (error) {
    const isPacked = error instanceof Error && /compression/i.test(error.message);
    throw new LogError(
      isPacked
        ? "The columns of this Parquet file are packed in a way that is not read here: write it with snappy, gzip or zstd, or without."
        : "This Parquet file is damaged, or cut off before its end.",
    );
  }
  const times = new Set(metadata.schema.filter(isTime).map(({ name }) => name));
  const said = [...table].filter(([, column]) => column.saysAnything);
  const leftOut = [...table.keys()].filter((name) => !said.some(([each]) => each === name));
  return {
    columns: said.map(([name, column]) =>
      times.has(name) ? column.finish(withoutUnit(name), "s") : column.finish(name),
    ),
    rowCount: Number(metadata.num_rows),
    layout: NO_LAYOUT,
    notes: leftOut.length > 0 ? [`Left out, for they hold no figures: ${leftOut.slice(0, 6).join(", ")}.`] : [],
  };
}

function isGroup(cell: unknown): cell is Record<string, unknown> {
  return typeof cell === "object" && cell !== null && Object.getPrototypeOf(cell) === Object.prototype;
}

/** @see Apache Parquet, LogicalTypes.md: TIMESTAMP, and INT96 of old writers. */
function isTime({ type, converted_type, logical_type }: SchemaElement): boolean {
  return type === "INT96" || /^TIMESTAMP/.test(converted_type ?? "") || logical_type?.type === "TIMESTAMP";
}

/** "timestamp_us" → "timestamp": the format has turned it into seconds already. */
function withoutUnit(name: string): string {
  return name.replace(/[ _([]+(ns|us|µs|ms|s|sec)[)\]]*$/i, "") || name;
}
