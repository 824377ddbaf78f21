import { lookAhead, type PricedCheck } from "./lookAhead";
import { type Check, type Library, type Repair } from "../library/library.types";
import {
  type Cost,
  planRepairs,
  type RepairCosts,
  type RepairHypothesis,
  type RepairPlan,
  type RepairTable,
  toRepairTable,
} from "./planRepairs";
import { type RankedCheck } from "../checks/rankChecks";
import { type WeighedCase } from "../weighCase";

/** What the shop pays, in cents. */
export interface ShopPrices {
  labourCentsPerHour: number;
  /** Price of a part by its kind. */
  partCents: Readonly<Record<string, number>>;
  /** Minutes to test, after a repair, whether the fault is gone. */
  retestMinutes: number;
  /** Minutes of the proofs that a replaced part asks for besides: calibrations and flights. */
  proofMinutes: number;
  /** What a fault costs that none of the repairs mends: sending it away, or another craft. */
  givenUpCents: number;
}

/** Whether to repair now or to check further, with the expected cost of either. */
export interface StopAdvice {
  advice: "repair" | "check";
  /** Repairing now, in this order, without another check. */
  plan: RepairPlan;
  /** Doing the first repair of the plan, and going on from there if the fault is still there. */
  repairFirst: Cost;
  /** The first check of the ranking, and what the way that begins with it costs to a proven repair; null when none is left. */
  bestCheck: { check: Check; wholeWay: Cost } | null;
}

/** Checks looked at: the first ones of the ranking. */
const CHECKS_LOOKED_AT = 16;
/** Of those behind a gate as many more, at the price of what opens it. */
const SHUT_LOOKED_AT = 6;
/** Sets of repairs looked at: the most probable ones. */
const SETS_LOOKED_AT = 24;

/** A case as the look ahead takes it: the likeliest sets of repairs, and the first checks of the ranking with their prices. */
export interface PricedCase {
  now: RepairHypothesis[];
  costs: RepairCosts;
  table: RepairTable;
  probability: Float64Array;
  /** Those that may be done now, in the order of the ranking; then some of those behind a gate. */
  checks: PricedCheck[];
  /** How many may be done now. */
  offered: number;
}

/**
 * Prices a case for the look ahead.
 *
 * @returns Costs in cents and minutes.
 */
export function priceCase(
  library: Library,
  { ranking, shut, retestHarm }: Pick<WeighedCase, "ranking" | "shut" | "retestHarm">,
  prices: ShopPrices,
): PricedCase {
  const costs = repairCosts(library, prices, retestHarm);
  const { now, rows } = likeliest(ranking.repairSets);
  const price = (ranked: RankedCheck, opener?: Check) =>
    priceCheck(ranked, ranking.jointOf(ranked.check), rows, prices, opener);
  const offered = ranking.checks.slice(0, CHECKS_LOOKED_AT).map((ranked) => price(ranked));
  const gated = shut.slice(0, SHUT_LOOKED_AT).map(({ ranked, openers }) => price(ranked, openers[0]));
  return {
    now,
    costs,
    table: toRepairTable(now, costs),
    probability: Float64Array.from(now, (one) => one.probability),
    checks: [...offered, ...gated],
    offered: offered.length,
  };
}

/**
 * Compares beginning with the first check of the ranking and beginning with the first repair, each with the cheapest way on.
 *
 * @returns Costs in cents and minutes.
 */
export function adviseStop(
  library: Library,
  weighed: Pick<WeighedCase, "ranking" | "shut" | "retestHarm">,
  prices: ShopPrices,
): StopAdvice {
  const priced = priceCase(library, weighed, prices);
  const { now, costs, table, probability, checks } = priced;
  const first = weighed.ranking.checks[0]?.check;
  const ahead = lookAhead(table, probability, checks, first ? checks.slice(0, 1) : []);
  const bestCheck = first && ahead.check ? { check: first, wholeWay: ahead.check.cost } : null;
  const plan = planRepairs(now, costs);
  const isCheckCheaper = bestCheck !== null && bestCheck.wholeWay.cents < ahead.repair.cents;
  return {
    advice:
      isCheckCheaper || (bestCheck && wouldChangeRepair(library, plan, weighed.ranking, priced)) ? "check" : "repair",
    plan,
    repairFirst: ahead.repair,
    bestCheck,
  };
}

/** The most probable sets, their probabilities summing to 1, and the row of each in the ranking's tables. */
function likeliest(sets: readonly RepairHypothesis[]): { now: RepairHypothesis[]; rows: number[] } {
  const rows = [...sets.keys()].sort((a, b) => sets[b]!.probability - sets[a]!.probability).slice(0, SETS_LOOKED_AT);
  const mass = rows.reduce((sum, row) => sum + sets[row]!.probability, 0);
  return {
    rows,
    now: rows.map((row) => ({
      repairs: sets[row]!.repairs,
      probability: mass > 0 ? sets[row]!.probability / mass : 0,
    })),
  };
}

/** A check this short is done before a part is bought, if it may well change which. Trade judgement, as are both figures. */
const SHORT_MINUTES = 2;
const CHANGES_FROM = 0.1;

/** True when a short check would change which repair is the first, with more than a tenth, and that repair costs a part. */
function wouldChangeRepair(
  library: Library,
  { steps }: RepairPlan,
  { checks: ranked }: Pick<WeighedCase["ranking"], "checks">,
  { now, costs, checks, offered }: PricedCase,
): boolean {
  const [first] = steps;
  if (!first || library.repairs.find(({ id }) => id === first.repair)!.parts.length === 0) return false;
  return checks.slice(0, offered).some(({ columns, likelihood }, place) => {
    if (ranked[place]!.check.minutes > SHORT_MINUTES) return false;
    let changed = 0;
    for (let column = 0; column < columns; column++) {
      const joint = now.map(({ repairs, probability }, row) => ({
        repairs,
        probability: probability * likelihood[row * columns + column]!,
      }));
      const share = joint.reduce((sum, { probability }) => sum + probability, 0);
      if (share <= 0) continue;
      const after = planRepairs(
        joint.map(({ repairs, probability }) => ({ repairs, probability: probability / share })),
        costs,
      );
      if (after.steps[0]?.repair !== first.repair) changed += share;
    }
    return changed > CHANGES_FROM;
  });
}

function priceCheck(
  { check, priceMinutes, harm }: RankedCheck,
  joint: Float64Array,
  rows: readonly number[],
  prices: ShopPrices,
  opener?: Check,
): PricedCheck {
  const columns = check.outcomes.length;
  const likelihood = new Float64Array(rows.length * columns);
  rows.forEach((row, place) => {
    const shares = joint.subarray(row * columns, (row + 1) * columns);
    const sum = shares.reduce((total, share) => total + share, 0);
    if (sum > 0)
      likelihood.set(
        shares.map((share) => share / sum),
        place * columns,
      );
  });
  // What is paid, and what is at risk; the handicaps only order the checks.
  const paid = (minutes: number, harmCents: number): Cost => ({
    cents: (minutes * prices.labourCentsPerHour) / 60 + harmCents,
    minutes,
    harmCents,
  });
  return {
    id: check.id,
    ...paid(check.minutes, harm.cents),
    priceMinutes,
    columns,
    likelihood,
    ...(opener && { opener: { id: opener.id, ...paid(opener.minutes, 0) } }),
  };
}

/** Minutes of a repair: the work, the test after it and, where a part is replaced, the proofs it asks for. */
export function repairMinutes({ minutes, parts }: Repair, { retestMinutes, proofMinutes }: ShopPrices): number {
  return minutes + retestMinutes + (parts.length > 0 ? proofMinutes : 0);
}

/**
 * Price of each repair of a library: its minutes as labour, the parts it uses up, and what the test after it puts at risk.
 *
 * @param retestHarm - Repair → cents; without it, nothing is at risk.
 */
export function repairCosts(
  library: Library,
  prices: ShopPrices,
  retestHarm: (repairId: string) => number = () => 0,
): RepairCosts {
  const byId = new Map(library.repairs.map((repair) => [repair.id, repair]));
  return {
    givenUpCents: prices.givenUpCents,
    repairCost: (id) => {
      const repair = byId.get(id)!;
      const partsCents = repair.parts.reduce((sum, kind) => sum + (prices.partCents[kind] ?? 0), 0);
      const minutes = repairMinutes(repair, prices);
      const harmCents = retestHarm(id);
      const cents = (minutes * prices.labourCentsPerHour) / 60 + partsCents + harmCents;
      return { cents: Math.max(1, cents), minutes, harmCents };
    },
  };
}
