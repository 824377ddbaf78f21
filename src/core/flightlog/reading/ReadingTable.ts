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
const MOST_WORDS = 200;
const FIRST_ROWS = 4096;
const TRUE_WORDS = new Set(["true", "on", "yes"]);
const FALSE_WORDS = new Set(["false", "off", "no"]);

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
  private capacity = FIRST_ROWS;
  private readonly columns: Float64Array[];
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
    this.columns = headings.map(() => new Float64Array(this.capacity));
    this.codes = headings.map(() => null);
    this.words = headings.map(() => new Map());
  }

  /** Reads whole lines; the last byte before `to` ends one. */
  read(bytes: Uint8Array, from: number, to: number): void {
    const { delimiter, decimal, columns } = this;
    const width = columns.length;
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
      if (this.rows === this.capacity) this.grow();
      const row = this.rows;
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
          value = column < width ? this.odd(bytes, start, at, row, column) : at > start ? 0 : NaN;
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
      this.rows++;
    }
  }

  /** The columns as far as they were filled. */
  finish(): RawColumn[] {
    return this.headings.map((heading, column) => ({
      heading,
      unitBelow: this.units?.[column] ?? "",
      values: this.columns[column]!.subarray(0, this.rows),
      words: [...this.words[column]!.keys()],
      codes: this.codes[column]?.subarray(0, this.rows) ?? null,
    }));
  }

  /** A cell that is no plain figure: with an exponent, in quotes, a word, or empty. */
  private odd(bytes: Uint8Array, from: number, to: number, row: number, column: number): number {
    if (from === to) return NaN;
    let text = this.decoder.decode(bytes.subarray(from, to)).trim();
    if (text.startsWith('"') && text.endsWith('"')) text = text.slice(1, -1).trim();
    if (text === "") return NaN;
    const value = Number(this.decimalSign === "," ? text.replace(",", ".") : text);
    if (Number.isFinite(value) && !/^0[xob]/i.test(text)) return value;
    const plain = text.toLowerCase();
    if (TRUE_WORDS.has(plain)) return 1;
    if (FALSE_WORDS.has(plain)) return 0;
    if (/^[+-]?(nan|inf(inity)?|null|-+)$/.test(plain)) return NaN;
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
    const codes = (this.codes[column] ??= new Int16Array(this.capacity).fill(-1));
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

  private grow(): void {
    this.capacity = Math.ceil(this.capacity * 1.6);
    this.columns.forEach((values, column) => {
      const wider = new Float64Array(this.capacity);
      wider.set(values);
      this.columns[column] = wider;
    });
    this.codes.forEach((codes, column) => {
      if (!codes) return;
      const wider = new Int16Array(this.capacity).fill(-1);
      wider.set(codes);
      this.codes[column] = wider;
    });
  }
}

function endOfLine(bytes: Uint8Array, from: number, to: number): number {
  const found = bytes.indexOf(NEWLINE, from);
  return found < 0 || found > to ? to : found;
}
