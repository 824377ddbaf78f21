import { expectedCostOfCheck, expectedCost, type PricedCheck } from "./expectedCost";
import { type Check, type Library, type Repair } from "../library/library.types";
import { planRepairs, type RepairCosts, type RepairHypothesis, type RepairPlan, toRepairTable } from "./planRepairs";
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
  repairFirstCents: number;
  /** Doing the first check of the ranking, and going on from each of its outcomes; null when no check is left. */
  bestCheck: { checkId: string; title: string; expectedCents: number } | null;
}

/** Checks looked at: the first ones of the ranking. */
const CHECKS_LOOKED_AT = 16;
/** Of those behind a gate as many more, at the price of what opens it. */
const SHUT_LOOKED_AT = 6;
/** Sets of repairs looked at: the most probable ones. */
const SETS_LOOKED_AT = 24;

/**
 * Compares doing the first repair now with doing the first check now. After either, the rest is valued by going on with the
 * check that tells most per minute for as long as that costs less than repairing.
 *
 * @see D. Heckerman, J. Breese & K. Rommelse, "Decision-theoretic troubleshooting", CACM 38(3), 1995, whose one step ahead is
 *   lengthened here.
 */
export function adviseStop(
  library: Library,
  { ranking, shut, retestHarm }: Pick<WeighedCase, "ranking" | "shut" | "retestHarm">,
  prices: ShopPrices,
): StopAdvice {
  const costs = repairCosts(library, prices, retestHarm);
  const { now, rows } = likeliest(ranking.repairSets);
  const probability = Float64Array.from(now, (one) => one.probability);
  const price = (ranked: RankedCheck, opener?: Check) =>
    priceCheck(ranked, ranking.jointOf(ranked.check), rows, prices, opener?.minutes);
  const offered = ranking.checks.slice(0, CHECKS_LOOKED_AT);
  const checks = [
    ...offered.map((ranked) => price(ranked)),
    ...shut.slice(0, SHUT_LOOKED_AT).map(({ ranked, openers }) => price(ranked, openers[0])),
  ];
  const plan = planRepairs(now, costs);
  const first = offered[0]?.check;
  const bestCheck = first
    ? {
        checkId: first.id,
        title: first.title,
        expectedCents: expectedCostOfCheck(checks[0]!, toRepairTable(now, costs), probability, checks.slice(1)),
      }
    : null;
  const repairFirstCents = costOfRepairFirst(plan, checks, now, costs);
  return {
    advice:
      bestCheck &&
      (bestCheck.expectedCents < repairFirstCents || wouldChangeRepair(library, plan, offered, checks, now, costs))
        ? "check"
        : "repair",
    plan,
    repairFirstCents,
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
  offered: readonly RankedCheck[],
  priced: readonly PricedCheck[],
  now: readonly RepairHypothesis[],
  costs: RepairCosts,
): boolean {
  const [first] = steps;
  if (!first || library.repairs.find(({ id }) => id === first.repair)!.parts.length === 0) return false;
  return offered.some(({ check }, place) => {
    if (check.minutes > SHORT_MINUTES) return false;
    const { columns, likelihood } = priced[place]!;
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
  openerMinutes = 0,
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
  const cents = ((check.minutes + openerMinutes) * prices.labourCentsPerHour) / 60 + harm.cents;
  return { minutes: priceMinutes + openerMinutes, cents, columns, likelihood };
}

/** The first repair of the plan; then, if that did not mend it, going on. */
function costOfRepairFirst(
  { steps, expectedCents }: RepairPlan,
  checks: readonly PricedCheck[],
  now: readonly RepairHypothesis[],
  costs: RepairCosts,
): number {
  const [first] = steps;
  if (!first) return expectedCents;
  const isMended = ({ repairs }: RepairHypothesis) => repairs.length === 1 && repairs[0] === first.repair;
  const still = now.reduce((sum, one) => sum + (isMended(one) ? 0 : one.probability), 0);
  if (still <= 0) return first.cents;
  const after = now.map(({ repairs }) => ({ repairs: repairs.filter((repair) => repair !== first.repair) }));
  const probability = Float64Array.from(now, (one) => (isMended(one) ? 0 : one.probability / still));
  return first.cents + still * expectedCost(toRepairTable(after, costs), probability, checks);
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
    repairCents: (id) => {
      const repair = byId.get(id)!;
      const partsCents = repair.parts.reduce((sum, kind) => sum + (prices.partCents[kind] ?? 0), 0);
      const workCents = (repairMinutes(repair, prices) * prices.labourCentsPerHour) / 60;
      return Math.max(1, workCents + partsCents + retestHarm(id));
    },
  };
}
