import { mutualInformationBits } from "../checks/mutualInformationBits";
import { type Cost, planByTable, type RepairTable } from "./planRepairs";

/** A check as its price and what it tells: P(outcome | hypothesis), row after row in the order of the repair table. */
export interface PricedCheck extends Cost {
  /** What it is ranked by: minutes, handicaps included. */
  priceMinutes: number;
  columns: number;
  likelihood: Float64Array;
  /** What has to be done before it, with its own price; absent where nothing stands before it. */
  opener?: Cost & { id: string };
  id: string;
}

/** What to do first, and what the whole way to a proven repair then costs on average. */
export interface FirstSteps {
  /** The cheapest check to begin with; null where there is none. */
  check: { check: PricedCheck; cost: Cost } | null;
  /** Beginning with the first repair of the plan. */
  repair: Cost;
}

/** How many checks are tried at each step ahead, the first one first; from there on the most telling alone. */
const WIDTHS: readonly number[] = [4, 2];
/** Checks followed along one line. */
const DEPTH = 8;
/** A line less probable than this is not followed any further: it ends in the repair plan. */
const RARE = 0.02;
/** A check that tells less than this is taken to tell nothing. */
const NOTHING_BITS = 1e-3;

/**
 * Finds what to do first, a check or the first repair of the plan, by what the whole way costs on average: the most telling
 * checks are tried at the first steps, each of their answers followed, and from there on the most telling check alone, for as
 * long as that costs less than repairing. A branch is left as soon as even full knowledge from there on could not make it the
 * cheapest (branch and bound).
 *
 * Outcomes of different checks are taken to be independent given the set of repairs needed.
 *
 * @param probability - Of each hypothesis of the table, summing to 1.
 * @param checks - Checks not done yet.
 * @param begins - Which of them may come first; the most telling when left out.
 * @returns Costs in cents and minutes.
 * @see D. P. Bertsekas, J. N. Tsitsiklis & C. Wu, "Rollout algorithms for combinatorial optimization", J. Heuristics 3, 1997
 *   (valuing a step by what a simple policy makes of the rest); D. Heckerman, J. Breese & K. Rommelse, "Decision-theoretic
 *   troubleshooting", CACM 38(3), 1995 (what is valued).
 */
export function lookAhead(
  table: RepairTable,
  probability: Float64Array,
  checks: readonly PricedCheck[],
  begins: readonly PricedCheck[] = mostTelling(probability, checks, WIDTHS[0]!),
): FirstSteps {
  const root = { table, probability, checks, step: 0, reach: 1 };
  const repair = costOfRepairing({ ...root, bound: Infinity });
  let best: FirstSteps["check"] = null;
  for (const check of begins) {
    const cost = costOfCheck(check, { ...root, bound: best?.cost.cents ?? Infinity });
    if (cost) best = { check, cost };
  }
  return { check: best, repair };
}

/** Where the search stands. */
interface Place {
  table: RepairTable;
  probability: Float64Array;
  checks: readonly PricedCheck[];
  /** What costs this much is of no interest. */
  bound: number;
  step: number;
  /** Probability of coming here. */
  reach: number;
}

/** Going on from here by whatever costs least. */
function costFrom(place: Place): Cost {
  const { probability, checks, step, reach } = place;
  let best = costOfRepairing(place);
  if (step >= DEPTH || reach < RARE) return best;
  for (const check of mostTelling(probability, checks, WIDTHS[step] ?? 1)) {
    const cost = costOfCheck(check, { ...place, bound: Math.min(place.bound, best.cents) });
    if (cost) best = cost;
  }
  return best;
}

/** Repairing: by the plan to its end or, in the first steps, its first repair and going on from there if that did not mend it. */
function costOfRepairing(place: Place): Cost {
  const { table, probability, step, reach } = place;
  const whole: Cost = { cents: 0, minutes: 0, harmCents: 0 };
  let first = -1;
  whole.cents = planByTable(table, probability, (repair, _, reached) => {
    if (first < 0) first = repair;
    whole.minutes += reached * table.minutes[repair]!;
    whole.harmCents += reached * table.harmCents[repair]!;
  });
  if (first < 0 || step >= WIDTHS.length) return whole;
  const isMended = table.needs.map((repairs) => repairs.length === 1 && repairs[0] === first);
  const still = probability.reduce((sum, weight, row) => sum + (isMended[row] ? 0 : weight), 0);
  if (still <= 0) return whole;
  const before = { cents: table.cents[first]!, minutes: table.minutes[first]!, harmCents: table.harmCents[first]! };
  const onwards = costFrom({
    ...place,
    table: { ...table, needs: table.needs.map((repairs) => repairs.filter((repair) => repair !== first)) },
    probability: probability.map((weight, row) => (isMended[row] ? 0 : weight / still)),
    bound: (whole.cents - before.cents) / still,
    step: step + 1,
    reach: reach * still,
  });
  add(before, onwards, still);
  return before.cents < whole.cents ? before : whole;
}

/** Null when it costs the bound or more. */
function costOfCheck(check: PricedCheck, { table, probability, checks, bound, step, reach }: Place): Cost | null {
  const { columns, likelihood } = check;
  const total: Cost = { ...priceOf(check) };
  const branches = Array.from({ length: columns }, (_, column) => branchOf(probability, likelihood, columns, column));
  let atLeast = branches.reduce((sum, { joint }) => sum + costIfAllWereKnown(table, joint), total.cents);
  if (atLeast >= bound) return null;
  const others = checks.filter((other) => other !== check).map((other) => withDone(other, check));
  for (const { joint, share } of branches) {
    if (share <= 0) continue;
    const after = joint.map((weight) => weight / share);
    const known = costIfAllWereKnown(table, joint);
    const onwards = costFrom({
      table,
      probability: after,
      checks: others,
      bound: (bound - atLeast + known) / share,
      step: step + 1,
      reach: reach * share,
    });
    add(total, onwards, share);
    atLeast += share * onwards.cents - known;
    if (atLeast >= bound) return null;
  }
  return total;
}

/** What is paid for a check, with what has to be done before it. */
function priceOf({ cents, minutes, harmCents, opener }: PricedCheck): Cost {
  return {
    cents: cents + (opener?.cents ?? 0),
    minutes: minutes + (opener?.minutes ?? 0),
    harmCents: harmCents + (opener?.harmCents ?? 0),
  };
}

/** A check behind what was just done, or whose own opener was paid for on this line, no longer has to wait. */
function withDone(check: PricedCheck, done: PricedCheck): PricedCheck {
  const { opener, ...bare } = check;
  return opener && (opener.id === done.id || opener.id === done.opener?.id) ? bare : check;
}

function branchOf(probability: Float64Array, likelihood: Float64Array, columns: number, column: number) {
  const joint = probability.map((weight, row) => weight * likelihood[row * columns + column]!);
  return { joint, share: joint.reduce((sum, weight) => sum + weight, 0) };
}

/** Cost where each hypothesis would show itself for nothing: no way to a repair costs less. */
function costIfAllWereKnown({ needs, cents, givenUpCents }: RepairTable, weights: Float64Array): number {
  let sum = 0;
  needs.forEach((repairs, row) => {
    const mending = repairs.reduce((total, repair) => total + cents[repair]!, 0);
    sum += weights[row]! * (repairs.length > 0 ? Math.min(mending, givenUpCents) : givenUpCents);
  });
  return sum;
}

function add(total: Cost, more: Cost, share: number): void {
  total.cents += share * more.cents;
  total.minutes += share * more.minutes;
  total.harmCents += share * more.harmCents;
}

/** The checks that tell most per minute, best first. */
function mostTelling(probability: Float64Array, checks: readonly PricedCheck[], count: number): PricedCheck[] {
  const best: { check: PricedCheck; worth: number }[] = [];
  for (const check of checks) {
    const { columns, likelihood, priceMinutes } = check;
    const joint = new Float64Array(likelihood.length);
    for (let row = 0, at = 0; row < probability.length; row++) {
      for (let column = 0; column < columns; column++, at++) joint[at] = likelihood[at]! * probability[row]!;
    }
    const bits = mutualInformationBits(joint, columns);
    const worth = bits / (priceMinutes + (check.opener?.minutes ?? 0));
    if (bits < NOTHING_BITS || (best.length === count && worth <= best.at(-1)!.worth)) continue;
    best.push({ check, worth });
    best.sort((a, b) => b.worth - a.worth).splice(count);
  }
  return best.map(({ check }) => check);
}
