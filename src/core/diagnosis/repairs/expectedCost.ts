import { mutualInformationBits } from "../checks/mutualInformationBits";
import { planByTable, type RepairTable } from "./planRepairs";

/** A check as its price and what it tells: P(outcome | hypothesis), row after row in the order of the repair table. */
export interface PricedCheck {
  /** What it is ranked by: minutes, handicaps included. */
  minutes: number;
  cents: number;
  columns: number;
  likelihood: Float64Array;
}

/** Checks looked ahead along one line. */
const DEPTH = 8;
/** A line less probable than this is not followed any further: it ends in the repair plan. */
const RARE = 0.02;
/** A check that tells less than this is taken to tell nothing. */
const NOTHING_BITS = 1e-3;

/**
 * Expected cost of going on from here: at each point either repairing by the plan, or doing the check that tells most per
 * minute and going on from each of its outcomes, whichever costs less. Looking only one check ahead would undervalue checks
 * that pay off together, and so repair too soon.
 *
 * Outcomes of different checks are taken to be independent given the set of repairs needed.
 *
 * @param probability - Of each hypothesis of the table, summing to 1.
 * @param checks - Checks not done yet.
 * @returns Cents.
 * @see D. P. Bertsekas, J. N. Tsitsiklis & C. Wu, "Rollout algorithms for combinatorial optimization", J. Heuristics 3, 1997
 *   (valuing a step by what a simple policy makes of the rest).
 */
export function expectedCost(
  table: RepairTable,
  probability: Float64Array,
  checks: readonly PricedCheck[],
  reach = 1,
  depth = DEPTH,
): number {
  const repairing = planByTable(table, probability);
  if (depth === 0 || reach < RARE) return repairing;
  const best = mostTelling(probability, checks);
  if (!best || best.cents >= repairing) return repairing;
  const others = checks.filter((check) => check !== best);
  return Math.min(repairing, expectedCostOfCheck(best, table, probability, others, reach, depth));
}

/** Expected cost of doing this check now and going on from each of its outcomes. */
export function expectedCostOfCheck(
  { cents, columns, likelihood }: PricedCheck,
  table: RepairTable,
  probability: Float64Array,
  others: readonly PricedCheck[],
  reach = 1,
  depth = DEPTH,
): number {
  let expected = cents;
  for (let column = 0; column < columns; column++) {
    const after = probability.map((weight, row) => weight * likelihood[row * columns + column]!);
    const share = after.reduce((sum, weight) => sum + weight, 0);
    if (share <= 0) continue;
    for (let row = 0; row < after.length; row++) after[row]! /= share;
    expected += share * expectedCost(table, after, others, reach * share, depth - 1);
  }
  return expected;
}

function mostTelling(probability: Float64Array, checks: readonly PricedCheck[]): PricedCheck | null {
  let best: PricedCheck | null = null;
  let bestWorth = 0;
  for (const check of checks) {
    const { columns, likelihood, minutes } = check;
    const joint = new Float64Array(likelihood.length);
    for (let row = 0, at = 0; row < probability.length; row++) {
      for (let column = 0; column < columns; column++, at++) joint[at] = likelihood[at]! * probability[row]!;
    }
    const bits = mutualInformationBits(joint, columns);
    if (bits < NOTHING_BITS || bits / minutes <= bestWorth) continue;
    best = check;
    bestWorth = bits / minutes;
  }
  return best;
}
