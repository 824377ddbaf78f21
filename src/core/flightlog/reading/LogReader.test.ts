import fc from "fast-check";
import { LogError } from "./LogError";
import { MOST_LOG_BYTES, refuseTooLarge } from "./LogReader";
import { readRaw } from "./readLog.fixture";

const utf16 = (text: string, isLittle: boolean) =>
  Uint8Array.from(
    [...`\uFEFF${text}`].flatMap((sign) =>
      isLittle
        ? [sign.charCodeAt(0) & 255, sign.charCodeAt(0) >> 8]
        : [sign.charCodeAt(0) >> 8, sign.charCodeAt(0) & 255],
    ),
  );
const columns = (file: string | Uint8Array, pieceBytes?: number) =>
  Object.fromEntries(readRaw(file, pieceBytes).columns.map(({ heading, values }) => [heading, [...values]]));

describe("a log is read", () => {
  it.each([
    ["commas", "time [s],volts [V]\n0,16.5\n1,-0.25\n"],
    ["semicolons and decimal commas", "time [s];volts [V]\r\n0;16,5\r\n1;-0,25\r\n"],
    ["tabs", "time [s]\tvolts [V]\n0\t16.5\n1\t-0.25\n"],
    ["line ends of one sign", "time [s],volts [V]\r0,16.5\r1,-0.25\r"],
    ["bars", "time [s]|volts [V]\n0|16.5\n1|-0.25\n"],
    [
      "remarks and lines about the recorder above",
      "# made by hand\nRecorder,7\nshop,bench 2\n\ntime [s],volts [V]\n0,16.5\n1,-0.25\n",
    ],
    ["a byte order mark, quotes and exponents", '\uFEFF"time [s]","volts [V]"\n0,1.65e1\n"1","-25E-2"\n'],
  ])("with %s", (_, text) => expect(columns(text)).toEqual({ "time [s]": [0, 1], "volts [V]": [16.5, -0.25] }));

  it.each([true, false])("in UTF-16", (isLittle) => {
    const text = "time [s];volts [V]\r\n0;16,5\r\n1;-0,25\r\n";
    expect(columns(utf16(text, isLittle), 7)).toEqual({ "time [s]": [0, 1], "volts [V]": [16.5, -0.25] });
  });

  it("with units in a line of their own", () => {
    const { columns: read } = readRaw("when;accu;mode\ns;V;\n0;12,5;MAN\n1;12,4;STAB\n");
    expect(read.map(({ unitBelow }) => unitBelow)).toEqual(["s", "V", ""]);
    expect([...read[2]!.codes!].map((code) => read[2]!.words[code])).toEqual(["MAN", "STAB"]);
  });

  it("with blank cells and words for nothing as blanks", () =>
    expect(columns("t [s],a,b\n0,1,\n1,,2\n2,nan,-\n3,true,off\n")).toEqual({
      "t [s]": [0, 1, 2, 3],
      a: [1, NaN, NaN, 1],
      b: [NaN, 2, NaN, 0],
    }));

  it("without a last line that was cut", () => {
    const raw = readRaw("t [s],a,b\n0,1,2\n1,2,3\n2,3");
    expect(raw.rowCount).toBe(2);
    expect(raw.notes.join(" ")).toMatch(/last line is cut off/);
  });

  it("to the bit as Number() reads it, in pieces of any size", () => {
    const number = fc.oneof(
      fc.double({ noNaN: true, noDefaultInfinity: true }).map(String),
      fc.integer().map(String),
      fc
        .tuple(fc.integer({ min: -(2 ** 31), max: 2 ** 31 - 1 }), fc.nat({ max: 20 }))
        .map(([whole, places]) => (whole / 3).toFixed(places)),
      fc.bigInt({ min: -(10n ** 24n), max: 10n ** 24n }).map(String),
    );
    fc.assert(
      fc.property(
        fc.array(fc.tuple(number, number), { minLength: 2, maxLength: 30 }),
        fc.integer({ min: 1, max: 60 }),
        (rows, piece) => {
          const read = columns(`t [s],a\n${rows.map((cells) => cells.join(",")).join("\n")}\n`, piece);
          expect(read["t [s]"]).toEqual(rows.map(([cell]) => Number(cell)));
          expect(read.a).toEqual(rows.map(([, cell]) => Number(cell)));
        },
      ),
      { numRuns: 2000 },
    );
  });
});

describe("what is no log", () => {
  it.each([
    ["an empty file", "", /The file is empty/],
    ["blank lines", "\n\n \n", /The file is empty/],
    ["one column", "volts\n1\n2\n3\n4\n5\n", /one column of figures/],
    ["headings alone", "time [s],volts [V],amps [A]\n", /headings and no lines of readings/],
    ["a text", "Dear shop,\n\nthe craft fell.\nIt was Tuesday, and it rained.\n", /This is no table/],
    ["readings without headings", "0,1,2\n1,2,3\n2,3,4\n", /No line names the columns/],
    ["a comma for both", "time,volts\n0,0,16,5\n0,1,16,4\n0,2,16,3\n", /./],
  ])("is refused with a sentence: %s", (_, text, sentence) => expect(() => readRaw(text)).toThrow(sentence));

  it.each([
    ["a zip archive", [0x50, 0x4b, 3, 4], /zip archive/],
    ["a packed file", [0x1f, 0x8b, 8], /gzip/],
    ["a binary file", Array.from({ length: 400 }, (_, at) => (at * 37) % 31), /binary file/],
  ])("%s says what it is", (_, bytes, sentence) => expect(() => readRaw(Uint8Array.from(bytes))).toThrow(sentence));

  it("a file beyond the limit is refused by its size alone", () => {
    expect(() => refuseTooLarge(MOST_LOG_BYTES + 1)).toThrow(/1\.5 GB is the limit/);
    expect(() => refuseTooLarge(1000)).not.toThrow();
  });

  it("never crashes the reader, whatever the bytes", () => {
    const cell = fc.oneof(
      fc.double().map(String),
      fc.string({ maxLength: 8 }),
      fc.constantFrom("", '"', "1,5", "-", "NaN", "0x10", "1e400"),
    );
    const table = fc
      .tuple(
        fc.constantFrom(",", ";", "\t", "|"),
        fc.array(fc.array(cell, { maxLength: 6 }), { maxLength: 12 }),
        fc.constantFrom("\n", "\r\n", "\r"),
      )
      .map(([delimiter, rows, end]) => new TextEncoder().encode(rows.map((cells) => cells.join(delimiter)).join(end)));
    fc.assert(
      fc.property(
        fc.oneof(fc.uint8Array({ maxLength: 300 }), table),
        fc.integer({ min: 1, max: 100 }),
        (bytes, piece) => {
          try {
            readRaw(bytes, piece);
          } catch (error) {
            if (!(error instanceof LogError)) throw error;
          }
        },
      ),
      { numRuns: 10_000 },
    );
  });
});
