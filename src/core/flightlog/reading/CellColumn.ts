import { type RawColumn } from "./ReadingTable";
import { figureOf, MOST_WORDS } from "./words";

/** A column of a format whose cells have types of their own: figures, words, yes and no, times. */
export class CellColumn {
  private readonly values: Float64Array;
  private readonly words = new Map<string, number>();
  private codes: Int16Array | null = null;

  constructor(rows: number) {
    this.values = new Float64Array(rows).fill(NaN);
  }

  /** Keeps what a cell says; of what is no figure, no word and no time, nothing. Times count in seconds. */
  put(row: number, cell: unknown): void {
    if (typeof cell === "number") this.values[row] = cell;
    else if (typeof cell === "bigint") this.values[row] = Number(cell);
    else if (typeof cell === "boolean") this.values[row] = cell ? 1 : 0;
    else if (typeof cell === "string") this.putText(row, cell.trim());
    else if (cell instanceof Date) this.values[row] = cell.getTime() / 1000;
  }

  /** True when any cell said something. */
  get saysAnything(): boolean {
    return this.codes !== null || this.values.some(Number.isFinite);
  }

  /** @param unitBelow - Where the format itself knows the unit. */
  finish(heading: string, unitBelow = ""): RawColumn {
    return { heading, unitBelow, values: this.values, words: [...this.words.keys()], codes: this.codes };
  }

  private putText(row: number, text: string): void {
    const figure = figureOf(text);
    if (figure !== null) {
      this.values[row] = figure;
      return;
    }
    let code = this.words.get(text);
    if (code === undefined) {
      if (this.words.size >= MOST_WORDS) return;
      this.words.set(text, (code = this.words.size));
    }
    this.codes ??= new Int16Array(this.values.length).fill(-1);
    this.codes[row] = code;
  }
}
