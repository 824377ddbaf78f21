import { utf16Of } from "../../series/decodeText";
import { decodeText } from "../../series/decodeText";
import { layoutOf, type Layout } from "./layout";
import { LogError } from "./LogError";
import { type RawColumn, ReadingTable } from "./ReadingTable";

/** A log as it was written, with what was noticed in reading it. */
export interface RawLog {
  columns: RawColumn[];
  rowCount: number;
  layout: Layout;
  /** Sentences. */
  notes: string[];
}

/** The largest file that is read. */
export const MOST_LOG_BYTES = 1_500_000_000;
const HEAD_BYTES = 64 * 1024;
const [NEWLINE, RETURN] = [10, 13];
const LONGEST_LINE = 1_000_000;
/** Beyond this share of rows that do not fit, the file is read wrongly. */
const MOST_SURPLUS = 0.01;

/** Refuses a file by its size before a byte of it is read. @throws {LogError} */
export function refuseTooLarge(byteLength: number): void {
  if (byteLength > MOST_LOG_BYTES)
    throw new LogError(
      `The file has ${(byteLength / 1e9).toFixed(1)} GB; ${MOST_LOG_BYTES / 1e9} GB is the limit. Cut it to the flight in question.`,
    );
}

/** Reads a log bit by bit: `push` its bytes in order, then `finish`. */
export class LogReader {
  private head: Uint8Array[] = [];
  private headLength = 0;
  private table: ReadingTable | null = null;
  private layout: Layout | null = null;
  private rest = new Uint8Array(0);
  private lineEnd = NEWLINE;
  private decoder: TextDecoder | null = null;
  private readonly encoder = new TextEncoder();
  private readonly notes: string[] = [];

  /** @throws {LogError} As soon as the beginning shows that this is no log. */
  push(chunk: Uint8Array): void {
    if (this.table) return this.lines(this.plain(chunk));
    this.head.push(chunk.slice());
    this.headLength += chunk.length;
    if (this.headLength >= HEAD_BYTES) this.begin(false);
  }

  /** @throws {LogError} */
  finish(): RawLog {
    if (!this.table) this.begin(true);
    const table = this.table!;
    if (this.decoder) this.lines(this.encoder.encode(this.decoder.decode()));
    this.lastLine(table);
    const share = table.surplusRows / Math.max(1, table.rows + table.surplusRows);
    if (share > MOST_SURPLUS)
      throw new LogError(
        `${table.surplusRows} lines have more cells than there are headings: is the comma both decimal sign and delimiter?`,
      );
    if (table.surplusRows > 0) this.notes.push(`${table.surplusRows} lines with too many cells were left out.`);
    if (table.skippedLines > 0) this.notes.push(`${table.skippedLines} lines between the readings were left out.`);
    if (table.rows < 2) throw new LogError("There are headings and no lines of readings below them.");
    return { columns: table.finish(), rowCount: table.rows, layout: this.layout!, notes: this.notes };
  }

  private begin(isWhole: boolean): void {
    const bytes = joined(this.head, this.headLength);
    this.head = [];
    refuseOtherFormats(bytes);
    const encoding = utf16Of(bytes);
    if (encoding) this.decoder = new TextDecoder(encoding);
    const plain = this.plain(bytes);
    const end = isWhole ? plain.length : plain.lastIndexOf(NEWLINE) + 1 || plain.lastIndexOf(RETURN) + 1;
    if (end === 0) throw new LogError("The file has no line ends within its first 64 kB: this is no table.");
    if (!plain.includes(NEWLINE)) this.lineEnd = RETURN;
    const layout = layoutOf(decodeText(plain.subarray(0, Math.min(end, HEAD_BYTES * 4))));
    this.layout = layout;
    const headings = layout.headings.map((heading, column) => heading || `column ${column + 1}`);
    this.table = new ReadingTable(headings, layout.units, layout.delimiter, layout.decimal);
    this.lines(plain.subarray(startOfLine(plain, layout.linesAbove)));
  }

  private plain(chunk: Uint8Array): Uint8Array {
    return this.decoder ? this.encoder.encode(this.decoder.decode(chunk, { stream: true })) : chunk;
  }

  /** Reads what is whole, and keeps the rest for the next. The chunk itself is not copied. */
  private lines(chunk: Uint8Array): void {
    let from = 0;
    if (this.rest.length > 0) {
      const end = chunk.indexOf(this.lineEnd) + 1;
      if (end === 0) return this.keep(joined([this.rest, chunk], this.rest.length + chunk.length));
      const line = joined([this.rest, chunk.subarray(0, end)], this.rest.length + end);
      this.table!.read(line, 0, line.length);
      from = end;
    }
    const last = chunk.lastIndexOf(this.lineEnd) + 1;
    if (last > from) this.table!.read(chunk, from, last);
    this.keep(chunk.slice(Math.max(last, from)));
  }

  private keep(rest: Uint8Array<ArrayBuffer>): void {
    if (rest.length > LONGEST_LINE) throw new LogError("A line has more than a million signs: this is no table.");
    this.rest = rest;
  }

  /** A last line without an end may have been cut in the middle of a figure. */
  private lastLine(table: ReadingTable): void {
    const text = decodeText(this.rest).trim();
    if (text === "") return;
    const cells = text.split(this.layout!.delimiter).length;
    if (cells < this.layout!.headings.length) {
      this.notes.push("The last line is cut off and was left out: the recorder stopped in the middle of it.");
      return;
    }
    const bytes = this.encoder.encode(`${text}\n`);
    table.read(bytes, 0, bytes.length);
    this.notes.push("The last line has no end; its last figure may be short of digits.");
  }
}

function refuseOtherFormats(bytes: Uint8Array): void {
  if (bytes.length === 0) throw new LogError("The file is empty.");
  const begins = (...start: number[]) => start.every((byte, at) => bytes[at] === byte);
  if (begins(0x50, 0x4b)) throw new LogError("This is a zip archive. Unpack it and give the log in it.");
  if (begins(0x1f, 0x8b)) throw new LogError("This is a packed file (gzip). Unpack it and give the log in it.");
  if (begins(0x25, 0x50, 0x44, 0x46)) throw new LogError("This is a PDF, not a log.");
  if (utf16Of(bytes)) return;
  const some = bytes.subarray(0, 4000);
  const odd = some.filter((byte) => byte < 9 || (byte > 13 && byte < 32)).length;
  if (odd > some.length * 0.02)
    throw new LogError("This is a binary file. Turn it into a table with the tool of its recorder, then give that.");
}

function startOfLine(bytes: Uint8Array, line: number): number {
  const ends = bytes.includes(NEWLINE) ? NEWLINE : RETURN;
  let at = 0;
  for (let passed = 0; passed < line; passed++) at = bytes.indexOf(ends, at) + 1;
  return at;
}

function joined(parts: readonly Uint8Array[], length: number): Uint8Array<ArrayBuffer> {
  const whole = new Uint8Array(length);
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}
