import { figureOf, MOST_WORDS } from "./words";

/** One column of a log as it was written: figures, NaN where there is none. */
export interface RawColumn {
  heading: string;
  /** As written in the line below the headings; empty without one. */
  unitBelow: string;
  values: Float64Array;
  /** For a column of words: the word of each row by its place in `words`, -1 for none. */
  words: readonly string[];
  codes: Int16Array | null;
}

const [NEWLINE, RETURN, BLANK, PLUS, MINUS, QUOTE] = [10, 13, 32, 43, 45, 34];
/** Every power of ten that a double holds exactly; a division by one of them rounds once. */
const POWERS = Array.from({ length: 23 }, (_, power) => 10 ** power);
const MOST_EXACT = Number.MAX_SAFE_INTEGER;
/** Rows of a block: columns grow by blocks, so that none is copied while a log is read. */
const BLOCK_ROWS = 65_536;

/**
 * Rows of figures, read from bytes into columns.
 *
 * The common cell (up to 16 digits, at most one decimal sign) is read in one pass: its digits as one whole number below 2⁵³, divided
 * by an exact power of ten, which is the nearest double. All others go through `Number`.
 *
 * @see W. D. Clinger, "How to Read Floating Point Numbers Accurately", PLDI 1990, for why this is exact.
 */
export class ReadingTable {
  rows = 0;
  /** Rows with more cells than headings: where a sign is one too many everything behind it would be read wrongly. */
  surplusRows = 0;
  /** Lines among the readings that are none. */
  skippedLines = 0;
  /** Of each block its columns. */
  private readonly blocks: Float64Array[][] = [];
  private readonly codes: (Int16Array | null)[];
  private readonly words: Map<string, number>[];
  private readonly delimiter: number;
  private readonly decimal: number;
  private readonly decoder = new TextDecoder();

  constructor(
    private readonly headings: readonly string[],
    private readonly units: readonly string[] | null,
    delimiter: string,
    private readonly decimalSign: "." | ",",
  ) {
    this.delimiter = delimiter.charCodeAt(0);
    this.decimal = decimalSign.charCodeAt(0);
    this.codes = headings.map(() => null);
    this.words = headings.map(() => new Map());
  }

  /** Reads whole lines; the last byte before `to` ends one. */
  read(bytes: Uint8Array, from: number, to: number): void {
    const { delimiter, decimal } = this;
    const width = this.headings.length;
    let at = from;
    while (at < to) {
      const first = bytes[at]!;
      if (first === NEWLINE || first === RETURN) {
        at++;
        continue;
      }
      if (first === 35 || first === 47) {
        at = endOfLine(bytes, at, to) + 1; // a remark
        continue;
      }
      const columns = this.blockOf(this.rows);
      const row = this.rows % BLOCK_ROWS;
      let column = 0;
      for (;;) {
        const start = at;
        let sign = bytes[at]!;
        while (sign === BLANK) sign = bytes[++at]!;
        let isNegative = false;
        if (sign === MINUS) {
          isNegative = true;
          sign = bytes[++at]!;
        } else if (sign === PLUS) sign = bytes[++at]!;
        let whole = 0;
        let digits = 0;
        let places = 0;
        while (sign >= 48 && sign <= 57) {
          whole = whole * 10 + (sign - 48);
          digits++;
          sign = bytes[++at]!;
        }
        if (sign === decimal && sign !== delimiter) {
          const point = at;
          sign = bytes[++at]!;
          while (sign >= 48 && sign <= 57) {
            whole = whole * 10 + (sign - 48);
            sign = bytes[++at]!;
          }
          places = at - point - 1;
          digits += places;
        }
        let value: number;
        if (
          digits > 0 &&
          places <= 22 &&
          whole <= MOST_EXACT &&
          (sign === delimiter || sign === NEWLINE || sign === RETURN)
        ) {
          value = places === 0 ? whole : whole / POWERS[places]!;
          if (isNegative) value = -value;
        } else {
          at = this.endOfCell(bytes, start, to);
          sign = bytes[at]!;
          value = column < width ? this.odd(bytes, start, at, this.rows, column) : at > start ? 0 : NaN;
        }
        if (column < width) columns[column]![row] = value;
        else if (value === value) column = width + 1; // a surplus cell that says something
        if (sign !== delimiter) break;
        at++;
        if (column < width) column++;
      }
      at += bytes[at] === RETURN && bytes[at + 1] === NEWLINE ? 2 : 1;
      if (column > width) {
        this.surplusRows++;
        continue;
      }
      if (column === 0 && width > 1) {
        this.skippedLines++;
        continue;
      }
      for (let rest = column + 1; rest < width; rest++) columns[rest]![row] = NaN;
      if (columns[0]![row] !== columns[0]![row] && this.isNoReading(columns, row)) {
        this.skippedLines++;
        continue;
      }
      this.rows++;
    }
  }

  /** The columns as far as they were filled; the table is used up. */
  finish(): RawColumn[] {
    return this.headings.map((heading, column) => {
      const values = new Float64Array(this.rows);
      this.blocks.forEach((block, at) => {
        values.set(block[column]!.subarray(0, Math.min(BLOCK_ROWS, this.rows - at * BLOCK_ROWS)), at * BLOCK_ROWS);
        block[column] = new Float64Array(0); // let go before the next column is joined
      });
      return {
        heading,
        unitBelow: this.units?.[column] ?? "",
        values,
        words: [...this.words[column]!.keys()],
        codes: this.codesOf(column),
      };
    });
  }

  /** A word's column as long as the others, whatever came behind the last word. */
  private codesOf(column: number): Int16Array | null {
    const codes = this.codes[column];
    if (!codes || codes.length >= this.rows) return codes?.subarray(0, this.rows) ?? null;
    const whole = new Int16Array(this.rows).fill(-1);
    whole.set(codes);
    return whole;
  }

  /** A line without a figure: the headings written again when the recorder went on, or a message. Its words are taken back. */
  private isNoReading(columns: readonly Float64Array[], row: number): boolean {
    for (const values of columns) if (values[row] === values[row]) return false;
    for (const codes of this.codes) if (codes && this.rows < codes.length) codes[this.rows] = -1;
    return true;
  }

  private blockOf(row: number): Float64Array[] {
    const at = Math.floor(row / BLOCK_ROWS);
    const block = this.blocks[at];
    if (block) return block;
    const made = this.headings.map(() => new Float64Array(BLOCK_ROWS));
    this.blocks.push(made);
    return made;
  }

  /** A cell that is no plain figure: with an exponent, in quotes, a word, or empty. */
  private odd(bytes: Uint8Array, from: number, to: number, row: number, column: number): number {
    if (from === to) return NaN;
    let text = this.decoder.decode(bytes.subarray(from, to)).trim();
    if (text.startsWith('"') && text.endsWith('"')) text = text.slice(1, -1).trim();
    const figure = figureOf(this.decimalSign === "," ? text.replace(",", ".") : text);
    if (figure !== null) return figure;
    this.word(text, row, column);
    return NaN;
  }

  private word(text: string, row: number, column: number): void {
    const words = this.words[column]!;
    let code = words.get(text);
    if (code === undefined) {
      if (words.size >= MOST_WORDS) return;
      words.set(text, (code = words.size));
    }
    let codes = this.codes[column] ?? new Int16Array(0);
    if (row >= codes.length) {
      const wider = new Int16Array(Math.max(BLOCK_ROWS, 2 * row)).fill(-1);
      wider.set(codes);
      this.codes[column] = codes = wider;
    }
    codes[row] = code;
  }

  private endOfCell(bytes: Uint8Array, from: number, to: number): number {
    let at = from;
    while (bytes[at] === BLANK) at++;
    if (bytes[at] === QUOTE) {
      at++;
      while (at < to && bytes[at] !== QUOTE && bytes[at] !== NEWLINE) at++;
    }
    while (at < to && bytes[at] !== this.delimiter && bytes[at] !== NEWLINE && bytes[at] !== RETURN) at++;
    return at;
  }
}

function endOfLine(bytes: Uint8Array, from: number, to: number): number {
  const found = bytes.indexOf(NEWLINE, from);
  return found < 0 || found > to ? to : found;
}
