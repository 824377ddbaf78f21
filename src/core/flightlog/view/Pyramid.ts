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
   * Lowest and highest of equal parts of some rows.
   *
   * @param parts - Wanted; fewer rows than that give one part a row.
   * @returns `rows` the first row of each part, `min` and `max` NaN where a part holds blanks alone.
   */
  envelope(from: number, to: number, parts: number): { rows: Int32Array; min: Float64Array; max: Float64Array } {
    const count = Math.max(0, Math.min(parts, to - from));
    const rows = Int32Array.from({ length: count }, (_, part) => from + Math.floor((part * (to - from)) / count));
    const [min, max] = [new Float64Array(count), new Float64Array(count)];
    for (let part = 0; part < count; part++) {
      const [low, high] = this.extremes(rows[part]!, part + 1 < count ? rows[part + 1]! : to);
      min[part] = low;
      max[part] = high;
    }
    return { rows, min, max };
  }

  private extremes(from: number, to: number): [number, number] {
    let [low, high] = [Infinity, -Infinity];
    let row = from;
    while (row < to) {
      const level = this.levels.findLast(({ rows }) => row % rows === 0 && row + rows <= to);
      const [min, max] = level
        ? [level.min[row / level.rows]!, level.max[row / level.rows]!]
        : [this.values[row]!, this.values[row]!];
      if (min < low) low = min;
      if (max > high) high = max;
      row += level?.rows ?? 1;
    }
    return low <= high ? [low, high] : [NaN, NaN];
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
