import { reachOf } from "./wild";

/** What the figures of a column show, whatever it is called. */
export interface ColumnFacts {
  min: number;
  max: number;
  median: number;
  /** The middle 98 %. */
  low: number;
  high: number;
  isWhole: boolean;
  /** No more than two different values, 0 and 1. */
  isFlag: boolean;
  /** Share of steps that go up, and of those that go down. */
  risingShare: number;
  fallingShare: number;
  /** Root mean square of the second difference, over the spread: noise. */
  roughness: number;
  /** Share of neighbouring lines that differ, in the beginning. */
  changeShare: number;
  /** Middle step from one line to the next, in the beginning. */
  stepSize: number;
  count: number;
}

const LOOKED_AT = 20_000;
const MOST_WILD = 3;

/** Looks at some 20,000 figures of a column, spread over all of it. */
export function factsOf(values: ArrayLike<number>): ColumnFacts {
  const finite: number[] = [];
  const step = Math.max(1, Math.floor(values.length / LOOKED_AT));
  for (let at = 0; at < values.length; at += step) if (Number.isFinite(values[at]!)) finite.push(values[at]!);
  if (finite.length < values.length / step / 4) {
    // A slow column, written every so many lines
    finite.length = 0;
    for (let at = 0; at < values.length && finite.length < LOOKED_AT; at++)
      if (Number.isFinite(values[at]!)) finite.push(values[at]!);
  }
  const sorted = withoutWild(Float64Array.from(finite).sort());
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? NaN;
  let [rising, falling] = [0, 0];
  let rough = 0;
  for (let i = 1; i < finite.length; i++) {
    if (finite[i]! > finite[i - 1]!) rising++;
    if (finite[i]! < finite[i - 1]!) falling++;
    if (i > 1) rough += (finite[i]! - 2 * finite[i - 1]! + finite[i - 2]!) ** 2;
  }
  const spread = at(0.99) - at(0.01);
  return {
    min: sorted[0] ?? NaN,
    max: sorted.at(-1) ?? NaN,
    median: at(0.5),
    low: at(0.01),
    high: at(0.99),
    isWhole: finite.every(Number.isInteger),
    isFlag: finite.length > 0 && finite.every((value) => value === 0 || value === 1),
    risingShare: rising / Math.max(1, finite.length - 1),
    fallingShare: falling / Math.max(1, finite.length - 1),
    roughness: spread > 0 ? Math.sqrt(rough / Math.max(1, finite.length)) / spread : 0,
    changeShare: changeShareOf(values),
    stepSize: stepOf(values),
    count: finite.length,
  };
}

/** One figure that fell over in writing must not say what unit a column is in. */
function withoutWild(sorted: Float64Array): Float64Array {
  const reach = reachOf(sorted);
  const from = sorted.findIndex((value) => value >= -reach);
  const to = sorted.findLastIndex((value) => value <= reach) + 1;
  return sorted.length - (to - from) <= MOST_WILD ? sorted.subarray(from, to) : sorted;
}

function stepOf(values: ArrayLike<number>): number {
  const steps: number[] = [];
  for (let at = 1; at < values.length && steps.length < 2000; at++) {
    const step = Math.abs(values[at]! - values[at - 1]!);
    if (step > 0) steps.push(step);
  }
  return steps.sort((a, b) => a - b)[Math.floor(steps.length / 2)] ?? NaN;
}

function changeShareOf(values: ArrayLike<number>): number {
  let [changes, count] = [0, 0];
  for (let at = 1; at < values.length && count < 20_000; at++) {
    if (!(Number.isFinite(values[at]!) && Number.isFinite(values[at - 1]!))) continue;
    count++;
    if (values[at] !== values[at - 1]) changes++;
  }
  return changes / Math.max(1, count);
}
