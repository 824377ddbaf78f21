/** Rows of the finest level above the samples, and how many of one level make one of the next. */
const FINEST = 16;
const STEP = 4;

interface Level {
  rows: number;
  min: Float32Array;
  max: Float32Array;
}

/** The lowest and the highest of a channel over stretches of any length, in a time that does not grow with the log. */
export class Pyramid {
  private readonly levels: Level[] = [];

  constructor(private readonly values: Float64Array) {
    let rows = FINEST;
    while (values.length / rows > 64) {
      this.levels.push(this.levelOf(rows));
      rows *= STEP;
    }
  }

  /**
   * Lowest and highest of parts of some rows, as good as equal.
   *
   * @param parts - Wanted; fewer rows than that give one part a row.
   * @returns `rows` the first row of each part, `min` and `max` NaN where a part holds blanks alone.
   */
  envelope(from: number, to: number, parts: number): { rows: Int32Array; min: Float64Array; max: Float64Array } {
    const count = Math.max(0, Math.min(parts, to - from));
    const rows = this.edges(from, to, count);
    const [min, max] = [new Float64Array(count).fill(NaN), new Float64Array(count).fill(NaN)];
    for (let part = 0; part < count; part++)
      this.extremes(rows[part]!, part + 1 < count ? rows[part + 1]! : to, part, min, max);
    return { rows, min, max };
  }

  /** First row of each part. Long parts begin where a stretch of the finest level does, less than a quarter of a part early: no sample of theirs is looked at. */
  private edges(from: number, to: number, count: number): Int32Array {
    const rows = new Int32Array(count);
    const isLong = to - from >= 4 * FINEST * count;
    for (let part = 0; part < count; part++) {
      const row = from + Math.floor((part * (to - from)) / count);
      rows[part] = isLong ? Math.max(from, row - (row % FINEST)) : row;
    }
    return rows;
  }

  /** Puts the lowest and highest of some rows at a place of two arrays; leaves that as it is where all are blank. */
  private extremes(from: number, to: number, place: number, min: Float64Array, max: Float64Array): void {
    const { levels, values } = this;
    let [low, high] = [Infinity, -Infinity];
    // From the samples up while whole stretches of the next level fit, and down again towards the end: each row is one step.
    let depth = -1;
    let size = 1;
    for (let row = from; row < to; row += size) {
      while (depth + 1 < levels.length) {
        const next = levels[depth + 1]!.rows;
        if (row % next !== 0 || row + next > to) break;
        depth++;
        size = next;
      }
      while (row + size > to) {
        depth--;
        size = depth >= 0 ? levels[depth]!.rows : 1;
      }
      const level = levels[depth];
      const lowest = level ? level.min[row / size]! : values[row]!;
      const highest = level ? level.max[row / size]! : lowest;
      if (lowest < low) low = lowest;
      if (highest > high) high = highest;
    }
    if (low <= high) [min[place], max[place]] = [low, high];
  }

  private levelOf(rows: number): Level {
    const below = this.levels.at(-1);
    const count = Math.ceil(this.values.length / rows);
    const level = { rows, min: new Float32Array(count).fill(NaN), max: new Float32Array(count).fill(NaN) };
    const [min, max] = below ? [below.min, below.max] : [this.values, this.values];
    const size = below ? STEP : FINEST;
    for (let at = 0; at < count; at++) {
      let [low, high] = [Infinity, -Infinity];
      for (let each = at * size; each < Math.min((at + 1) * size, min.length); each++) {
        if (min[each]! < low) low = min[each]!;
        if (max[each]! > high) high = max[each]!;
      }
      if (low <= high) [level.min[at], level.max[at]] = [low, high];
    }
    return level;
  }
}
