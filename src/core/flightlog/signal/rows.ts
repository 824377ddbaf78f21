/** What is asked of a stretch of a channel. Rows without a figure (NaN) do not count. */

/** What was filled before: a log's channels are asked for by many questions. */
const filledOnce = new WeakMap<Float64Array, Float64Array>();

/**
 * A channel without blanks: each row has the last figure before it, and those before the first have the first.
 *
 * @param values - Of a log, which nobody writes to any more.
 * @returns The very channel where it has no blanks: it is read, not written.
 */
export function held(values: Float64Array): Float64Array {
  const known = filledOnce.get(values);
  if (known) return known;
  const filled = hasBlanks(values) ? filledIn(values) : values;
  filledOnce.set(values, filled);
  return filled;
}

function filledIn(values: Float64Array): Float64Array {
  const filled = new Float64Array(values.length);
  let last = values.find(Number.isFinite) ?? NaN;
  for (let row = 0; row < values.length; row++) {
    if (values[row] === values[row]) last = values[row]!;
    filled[row] = last;
  }
  return filled;
}

function hasBlanks(values: Float64Array): boolean {
  for (let row = 0; row < values.length; row++) if (values[row] !== values[row]) return true;
  return false;
}

export function meanOf(values: ArrayLike<number>, from = 0, to = values.length): number {
  let [sum, count] = [0, 0];
  for (let row = from; row < to; row++) {
    const value = values[row]!;
    if (value === value) {
      sum += value;
      count++;
    }
  }
  return count > 0 ? sum / count : NaN;
}

/** Standard deviation. */
export function spreadOf(values: ArrayLike<number>, from = 0, to = values.length): number {
  const mean = meanOf(values, from, to);
  let [sum, count] = [0, 0];
  for (let row = from; row < to; row++) {
    const value = values[row]!;
    if (value === value) {
      sum += (value - mean) ** 2;
      count++;
    }
  }
  return count > 1 ? Math.sqrt(sum / (count - 1)) : NaN;
}

/** Some 20,000 of the rows' figures, spread over all of them, least first. */
export function someSorted(values: ArrayLike<number>, from = 0, to = values.length): Float64Array {
  const step = Math.max(1, Math.floor((to - from) / 20_000));
  const some = new Float64Array(Math.max(0, Math.ceil((to - from) / step)));
  let count = 0;
  for (let row = from; row < to; row += step) if (values[row] === values[row]) some[count++] = values[row]!;
  return some.subarray(0, count).sort(); // typed arrays sort by value, and several times faster
}

/** Value that a share of the rows lies under. */
export function quantileOf(values: ArrayLike<number>, share: number, from = 0, to = values.length): number {
  const sorted = someSorted(values, from, to);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? NaN;
}

export function leastOf(values: ArrayLike<number>, from: number, to: number): number {
  let least = Infinity;
  for (let row = Math.max(0, from); row < Math.min(to, values.length); row++)
    if (values[row]! < least) least = values[row]!;
  return least;
}

export function mostOf(values: ArrayLike<number>, from: number, to: number): number {
  let most = -Infinity;
  for (let row = Math.max(0, from); row < Math.min(to, values.length); row++)
    if (values[row]! > most) most = values[row]!;
  return most;
}

/** Mean over a window that is centred on each row: what is slower than the window. */
export function smoothed(values: Float64Array, rows: number): Float64Array {
  const half = Math.max(0, Math.floor(rows / 2));
  const sums = new Float64Array(values.length + 1);
  for (let row = 0; row < values.length; row++)
    sums[row + 1] = sums[row]! + (values[row] === values[row] ? values[row]! : 0);
  const means = new Float64Array(values.length); // loops: mapping a typed array costs five times as much
  for (let row = 0; row < values.length; row++) {
    const from = Math.max(0, row - half);
    const to = Math.min(values.length, row + half + 1);
    means[row] = (sums[to]! - sums[from]!) / (to - from);
  }
  return means;
}

/** Mean over a window that is centred on each of some rows: what `smoothed` has there, where few rows are asked for. */
export function smoothedAt(values: Float64Array, window: number, rows: readonly number[]): number[] {
  const half = Math.max(0, Math.floor(window / 2));
  return rows.map((row) => meanOf(values, Math.max(0, row - half), Math.min(values.length, row + half + 1)));
}

/** Change of a channel in each second, over a window that is centred on each row. */
export function changeOf(values: Float64Array, rateHz: number, rows = 2): Float64Array {
  const half = Math.max(1, Math.floor(rows / 2));
  const changes = new Float64Array(values.length);
  for (let row = 0; row < values.length; row++) {
    const from = Math.max(0, row - half);
    const to = Math.min(values.length - 1, row + half);
    if (to > from) changes[row] = ((values[to]! - values[from]!) * rateHz) / (to - from);
  }
  return changes;
}

/** A heading that goes on over north, in degrees. */
export function unwrapped(angles: Float64Array): Float64Array {
  let turns = 0;
  const whole = new Float64Array(angles.length);
  for (let row = 0; row < angles.length; row++) {
    const step = row > 0 ? angles[row]! - angles[row - 1]! : 0;
    if (step > 180) turns -= 360;
    else if (step < -180) turns += 360;
    whole[row] = angles[row]! + turns;
  }
  return whole;
}

/** The first row at or after a time. */
export function rowAt(timeS: Float64Array, atS: number): number {
  let [low, high] = [0, timeS.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (timeS[middle]! < atS) low = middle + 1;
    else high = middle;
  }
  return low;
}
