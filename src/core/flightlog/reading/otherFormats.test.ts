import { parquetWriteBuffer } from "hyparquet-writer";
import { otherLog } from "../../../../tests/fixtures/otherLogs/logs";
import { mcapFile } from "../../../../tests/fixtures/rewritten/mcapFile";
import { judgeLog } from "../judgeLog";
import { flightLogOf } from "./flightLogOf";
import { LogError } from "./LogError";
import { LogReader, type RawLog } from "./LogReader";
import { binaryFormatOf, readBinaryLog } from "./otherFormats";

/** A log of the second maker, as a table. */
function tableOf(text: string): RawLog {
  const reader = new LogReader();
  reader.push(new TextEncoder().encode(text));
  return reader.finish();
}
const { text } = otherLog("weak motor", 1, 1);
const codes = (raw: RawLog) => judgeLog(flightLogOf(raw)).verdicts.map(({ code, motor }) => [code, motor]);

/** The table as an MCAP file: the clock's rows as messages, columns divided over two topics, every tenth on the second. */
async function mcapOf(raw: RawLog, packed = ""): Promise<Uint8Array> {
  const packAs = packed && (() => ({ compression: packed, compressedData: new Uint8Array(8) }));
  const { writer, bytes } = mcapFile(packAs || undefined);
  await writer.start({ profile: "", library: "test" });
  const channel = (topic: string, messageEncoding: string) =>
    writer.registerChannel({ topic, messageEncoding, schemaId: 0, metadata: new Map() });
  const [fast, slow, strange] = [
    await channel("/flight", "json"),
    await channel("/power", "json"),
    await channel("/blob", "cdr"),
  ];
  const timeS = flightLogOf(tableOf(text)).timeS;
  const [, ...rest] = raw.columns;
  const isSlow = (heading: string) => /volt|batt|pack/i.test(heading);
  for (let row = 0; row < raw.rowCount; row++) {
    const fields = (slowOnes: boolean) =>
      Object.fromEntries(
        rest.filter(({ heading }) => isSlow(heading) === slowOnes).map(({ heading, values }) => [heading, values[row]]),
      );
    const logTime = BigInt(Math.round(timeS[row]! * 1e9)) + 1_700_000_000_000_000_000n;
    const send = (channelId: number, data: Uint8Array) =>
      writer.addMessage({ channelId, sequence: row, logTime, publishTime: logTime, data });
    await send(fast, new TextEncoder().encode(JSON.stringify(fields(false))));
    if (row % 10 === 0) await send(slow, new TextEncoder().encode(JSON.stringify(fields(true))));
    if (row === 5) await send(strange, Uint8Array.of(1, 2, 3));
  }
  await writer.end();
  return bytes();
}
describe("an MCAP file", () => {
  it("says of a flight what its table says, and what was left out", async () => {
    const bytes = await mcapOf(tableOf(text));
    expect(binaryFormatOf(bytes)).toBe("mcap");
    const raw = await readBinaryLog("mcap", bytes);
    expect(raw.rowCount).toBe(tableOf(text).rowCount);
    expect(raw.notes).toEqual(["Left out, for they are no JSON: /blob."]);
    expect(codes(raw)).toEqual(expect.arrayContaining(codes(tableOf(text)).filter(([code]) => code === "weak-motor")));
  });

  it("is refused with a sentence where it is cut, packed, or empty of figures", async () => {
    const bytes = await mcapOf(tableOf(text));
    await expect(readBinaryLog("mcap", bytes.slice(0, bytes.length / 2))).rejects.toThrow(
      /cut off before its end|no columns/,
    );
    await expect(readBinaryLog("mcap", await mcapOf(tableOf(text), "bz2"))).rejects.toThrow(/packed in a way/);
    for (const packed of ["lz4", "zstd"])
      await expect(readBinaryLog("mcap", await mcapOf(tableOf(text), packed))).rejects.toThrow(/damaged/);
    await expect(readBinaryLog("mcap", bytes.slice(0, 8))).rejects.toThrow(LogError);
    const counted = Array.from({ length: 2001 }, (_, at) => ({
      heading: `field ${at}`,
      values: Float64Array.of(1, 2, 3),
    }));
    const table = tableOf(text);
    const many = { ...table, rowCount: 3, columns: counted.map((each) => ({ ...table.columns[0]!, ...each })) };
    await expect(readBinaryLog("mcap", await mcapOf(many))).rejects.toThrow(/more than 2000 fields/);
  });
});

describe("a Parquet file", () => {
  const parquetOf = (raw: RawLog) =>
    new Uint8Array(
      parquetWriteBuffer({
        columnData: [
          ...raw.columns.map(({ heading, values }) => ({ name: heading, data: [...values], type: "DOUBLE" as const })),
          { name: "pilot", data: Array<string>(raw.rowCount).fill("Ada"), type: "STRING" as const },
        ],
      }),
    );

  it("gives the very columns of its table, words as words", async () => {
    const table = tableOf(text);
    const bytes = parquetOf(table);
    expect(binaryFormatOf(bytes)).toBe("parquet");
    const raw = await readBinaryLog("parquet", bytes);
    expect(raw.columns.map(({ heading }) => heading)).toEqual([
      ...table.columns.map(({ heading }) => heading),
      "pilot",
    ]);
    expect(raw.columns.at(-1)!.words).toEqual(["Ada"]);
    // The writer's dictionary knows one zero.
    const figures = (values: Float64Array) => values.map((value) => value + 0);
    raw.columns
      .slice(0, -1)
      .forEach(({ values }, at) => expect(figures(values)).toEqual(figures(table.columns[at]!.values)));
    expect(codes(raw)).toEqual(codes(tableOf(text)));
  });

  it("is refused with a sentence where it is cut, or packed otherwise", async () => {
    const bytes = parquetOf(tableOf(text));
    await expect(readBinaryLog("parquet", bytes.slice(0, 5000))).rejects.toThrow(/damaged, or cut off/);
    const brotli = parquetWriteBuffer({
      codec: "BROTLI",
      compressors: { BROTLI: (plain: Uint8Array) => plain },
      columnData: [{ name: "time_s", data: [0, 1, 2], type: "DOUBLE" }],
    });
    await expect(readBinaryLog("parquet", new Uint8Array(brotli))).rejects.toThrow(/snappy, gzip or zstd/);
  });
});

it("takes text for none of them", () => {
  expect(binaryFormatOf(new TextEncoder().encode("time,volts\n0,1\n"))).toBeNull();
  expect(binaryFormatOf(new Uint8Array(0))).toBeNull();
});
