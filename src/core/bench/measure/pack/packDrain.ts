import { linearRegression } from "simple-statistics";
import { linearFit } from "../../../fit/linearFit";
import { everyNthAt } from "../../../series/everyNth";
import { CELL_CURVES, type Chemistry } from "./chemistries";
import { drawnAh, type TimedPackSample } from "./packCapacity";

/** Of the label: from here on what was drawn lowers the resting voltage by more than a reading's error. */
const DRAINED = 0.03;
/** From so many readings on the bend of the resting curve can be told. */
const MANY_READINGS = 20;
const FEWEST = 6;
/** So many readings tell a cell as well as all. */
const ENOUGH = 8000;

/**
 * What was drawn up to each reading, as a share of all that was.
 *
 * @returns null where too little was drawn, or too few readings were taken, for it to matter.
 */
export function drawnShares(timed: readonly TimedPackSample[], capacityAh: number): Float64Array | null {
  const shares = new Float64Array(timed.length);
  for (let at = 1; at < timed.length; at++) shares[at] = shares[at - 1]! + drawnAh([timed[at - 1]!, timed[at]!]);
  const drawn = shares.at(-1)!;
  if (drawn < DRAINED * capacityAh || timed.length < FEWEST) return null;
  return shares.map((each) => each / drawn);
}

/**
 * Amps (x) and volts (y) of a cell, with what the pack lost while it was read put back: V = V_rest(drawn) − I·R. Of very many readings some, evenly out
 * of each load.
 *
 * @param drawn - From `drawnShares`.
 */
export function withoutDrain(
  samples: readonly Pick<TimedPackSample, "currentA" | "cellsV">[],
  drawn: Float64Array | null,
  cell: number,
): { x: number; y: number }[] {
  const points = everyNthAt(
    samples.map(({ currentA, cellsV }, at) => ({ x: currentA, y: cellsV[cell]!, share: drawn?.[at] ?? 0 })),
    ENOUGH,
    ({ x }) => Math.round(x),
  );
  if (!drawn) return points.map(({ x, y }) => ({ x, y }));
  // The resting curve bends: a straight fall for few readings, a cubic for many.
  const powers = points.length < MANY_READINGS ? [1] : [1, 2, 3];
  const fall = (share: number) => powers.map((power) => share ** power);
  const { coefficients } = linearFit(
    points.map(({ x, share }) => [1, x, ...fall(share)]),
    points.map(({ y }) => y),
  );
  return points.map(({ x, y, share }) => ({
    x,
    y: fall(share).reduce((volts, power, term) => volts - coefficients[2 + term]!.value * power, y),
  }));
}

/**
 * So long a hand that reads a checker is reckoned to stay at a load, s, and two loads are one within this. Trade judgement: many stay longer, but more of
 * it hides packs that begin to tire (tests/fixtures/packSizes/first-run.txt).
 */
const STAYS_S = 2;
const SAME_A = 0.05;
/** Between these shares of its charge a cell's resting voltage falls about evenly. */
const EVEN = [0.3, 0.9] as const;

/**
 * The resistance that a pack seems to have because it was drawn on from load to load, where nobody wrote down when it was read: loads that rise from the
 * first to the last find it emptier each time.
 *
 * @returns Ω of a cell; 0 for loads that were read up and down, or in any order.
 */
export function feignedOhm(
  samples: readonly Pick<TimedPackSample, "currentA">[],
  capacityAh: number,
  chemistry: Chemistry,
): number {
  let drawnAhSoFar = 0;
  let last = NaN;
  const points = samples.map(({ currentA }): [number, number] => {
    if (!(Math.abs(currentA - last) <= SAME_A * Math.abs(currentA))) drawnAhSoFar += (currentA * STAYS_S) / 3600;
    last = currentA;
    return [currentA, drawnAhSoFar / capacityAh];
  });
  const { rest } = CELL_CURVES[chemistry];
  const voltsAt = (charge: number) => rest.find(([, share]) => share >= charge)![0];
  const fallV = (voltsAt(EVEN[1]) - voltsAt(EVEN[0])) / (EVEN[1] - EVEN[0]);
  return points.length < 2 ? 0 : Math.max(0, fallV * linearRegression(points).m);
}
