import { max, min, sampleCorrelation } from "simple-statistics";
import { CoreInputError } from "../../../CoreInputError";
import { median } from "../../../fit/robust";

/** One reading of the craft's own meter beside one of a meter that is trusted. */
export interface MeterPair {
  shown: number;
  reference: number;
}

/** A ratio beyond this is no gain but a unit. */
const UNIT_RATIO = 300;

/**
 * Refuses pairs of which nothing can be worked out.
 *
 * @throws {CoreInputError} `out_of_range` for negative amps, a meter that is stuck, mixed units, each with what to do.
 */
export function refuseOddities(pairs: readonly MeterPair[], quantity: "current" | "voltage"): void {
  const name = quantity === "current" ? "amps" : "volts";
  // A reading or two below nothing is a zero that is off, and is judged as that.
  if (pairs.filter(({ shown, reference }) => shown < 0 || reference < 0).length > pairs.length / 2) {
    throw new CoreInputError("out_of_range", `Negative ${name}: turn the meter's leads round, or leave the sign out.`);
  }
  const isStuck = (values: readonly number[]) => values.length > 2 && new Set(values).size === 1;
  const shown = pairs.map((pair) => pair.shown);
  const reference = pairs.map((pair) => pair.reference);
  if ((isStuck(shown) && !isStuck(reference)) || followsNothing(pairs)) {
    throw new CoreInputError(
      "out_of_range",
      `The craft's meter shows ${median(shown)} throughout: it is stuck, or not set up.`,
    );
  }
  if (isStuck(reference) && !isStuck(shown)) {
    throw new CoreInputError("out_of_range", `The trusted meter reads ${reference[0]} throughout: is it on hold?`);
  }
  const ratio = median(
    pairs.filter((pair) => pair.shown > 0 && pair.reference > 0).map((pair) => pair.reference / pair.shown),
  );
  if (ratio > UNIT_RATIO || ratio < 1 / UNIT_RATIO) {
    throw new CoreInputError(
      "out_of_range",
      `One column is some ${Math.round(Math.max(ratio, 1 / ratio))} times the other: is one of them in milli${name}?`,
    );
  }
}

/** A reading that moves by less than this share of itself while the true one moves by several times that does not follow it. */
const STANDS = 0.05;
const MOVES = 0.3;
const FOLLOWS = 0.9;

/** A meter whose last digit plays about one value, whatever flows. */
function followsNothing(pairs: readonly MeterPair[]): boolean {
  const shown = pairs.map((pair) => pair.shown);
  const reference = pairs.map((pair) => pair.reference);
  const moves = (values: readonly number[]) => (max([...values]) - min([...values])) / Math.abs(median(values));
  if (pairs.length < FEWEST_PAIRS || !(moves(shown) < STANDS && moves(reference) > MOVES)) return false;
  return !(sampleCorrelation(shown, reference) > FOLLOWS);
}

const FEWEST_PAIRS = 3;

/** Where a meter stops following. */
export interface EndOfRange {
  /** What it shows there. */
  at: number;
  below: readonly MeterPair[];
  above: readonly MeterPair[];
}

/** Readings that are alike within this while the true ones rise by more than that. */
const ALIKE = 0.015;
const RISES = 0.15;
const FEWEST_BELOW = 3;

/**
 * Finds the end of a meter's range: its highest readings stay alike while what flows goes on rising.
 *
 * @returns null for one that follows throughout, or with fewer than two readings at the end or three below it.
 */
export function endOfRange(pairs: readonly MeterPair[]): EndOfRange | null {
  const rising = [...pairs].sort((a, b) => a.reference - b.reference);
  const at = median(rising.slice(-2).map(({ shown }) => shown));
  const from = rising.findIndex(({ shown }) => shown > at * (1 - ALIKE));
  const above = rising.slice(from);
  const isFlat = above.length >= 2 && above.every(({ shown }) => Math.abs(shown - at) <= ALIKE * at);
  const rises = isFlat && rising.at(-1)!.reference > (1 + RISES) * above[0]!.reference;
  return rises && from >= FEWEST_BELOW ? { at, below: rising.slice(0, from), above } : null;
}
