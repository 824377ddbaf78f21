import { type Check, type Library } from "./library.types";
import { planRepairs, type RepairCosts, type RepairHypothesis, type RepairPlan } from "./planRepairs";
import { minutesWithHandicap, type Ranking } from "./rankChecks";

/** What the shop pays, in cents. */
export interface ShopPrices {
  labourCentsPerHour: number;
  /** Price of a part by its kind. */
  partCents: Readonly<Record<string, number>>;
  /** Minutes to test, after a repair, whether the fault is gone. */
  retestMinutes: number;
  /** What a fault costs that none of the repairs mends: sending it away, or another craft. */
  givenUpCents: number;
}

/** Whether to repair now or to check further, with the expected cost of either. */
export interface StopAdvice {
  advice: "repair" | "check";
  /** Repairing now, in this order, without another check. */
  plan: RepairPlan;
  /** Doing the first repair of the plan and then, if the fault is still there, whatever is cheaper. */
  repairFirstCents: number;
  /** The check that leaves the least expected cost, if any is left; its own cost is in it. */
  bestCheck: { checkId: string; title: string; expectedCents: number } | null;
}

/** Checks looked at: the first ones of the ranking. One below them could only win by being far cheaper than its worth. */
const LOOKED_AT = 8;

/**
 * Compares doing the first repair now with doing one more check first. After either, the rest is done by the repair plan, or
 * after a repair that did not help by one check and then the plan. One step ahead only: checks that pay off only together
 * are undervalued.
 *
 * @see D. Heckerman, J. Breese & K. Rommelse, "Decision-theoretic troubleshooting", CACM 38(3), 1995.
 */
export function adviseStop(library: Library, ranking: Ranking, prices: ShopPrices): StopAdvice {
  const costs = repairCosts(library, prices);
  const checks = ranking.checks.slice(0, LOOKED_AT).map(({ check }): PricedCheck => ({
    check,
    joint: ranking.jointOf(check),
    cents: (minutesWithHandicap(check) * prices.labourCentsPerHour) / 60,
  }));
  const mass = ranking.repairSets.reduce((sum, { probability }) => sum + probability, 0);
  const now = ranking.repairSets.map(({ repairs, probability }) => ({ repairs, probability: probability / mass }));
  const plan = planRepairs(now, costs);
  const bestCheck = cheapestCheck(checks, now, costs);
  const repairFirstCents = costOfRepairFirst(plan, checks, now, costs);
  return {
    advice: bestCheck && bestCheck.expectedCents < repairFirstCents ? "check" : "repair",
    plan,
    repairFirstCents,
    bestCheck,
  };
}

interface PricedCheck {
  check: Check;
  joint: Float64Array;
  cents: number;
}

/** The first repair of the plan; then, if that did not mend it, the cheaper of going on with the plan and checking once. */
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
  const after = now.map((one) => ({
    repairs: one.repairs.filter((repair) => repair !== first.repair),
    probability: isMended(one) ? 0 : one.probability / still,
  }));
  const goOn = planRepairs(after, costs).expectedCents;
  const check = cheapestCheck(checks, after, costs)?.expectedCents ?? Infinity;
  return first.cents + still * Math.min(goOn, check);
}

/** The check after which repairing costs least on average, given what may be needed now. */
function cheapestCheck(
  checks: readonly PricedCheck[],
  now: readonly RepairHypothesis[],
  costs: RepairCosts,
): StopAdvice["bestCheck"] {
  let best: StopAdvice["bestCheck"] = null;
  for (const { check, joint, cents } of checks) {
    const columns = check.outcomes.length;
    let expectedCents = cents;
    for (let column = 0; column < columns; column++) {
      const hypotheses = now.map(({ repairs, probability }, row) => ({
        repairs,
        probability: probability * shareOf(joint, row, column, columns),
      }));
      const share = hypotheses.reduce((sum, { probability }) => sum + probability, 0);
      if (share <= 0) continue;
      for (const hypothesis of hypotheses) hypothesis.probability /= share;
      expectedCents += share * planRepairs(hypotheses, costs).expectedCents;
    }
    if (!best || expectedCents < best.expectedCents) best = { checkId: check.id, title: check.title, expectedCents };
  }
  return best;
}

/** P(outcome | set of repairs). */
function shareOf(joint: Float64Array, row: number, column: number, columns: number): number {
  let sum = 0;
  for (let each = 0; each < columns; each++) sum += joint[row * columns + each]!;
  return sum > 0 ? joint[row * columns + column]! / sum : 0;
}

/** Price of each repair of a library: its minutes and the test after it as labour, and the parts it uses up. */
export function repairCosts(library: Library, prices: ShopPrices): RepairCosts {
  const byId = new Map(library.repairs.map((repair) => [repair.id, repair]));
  return {
    givenUpCents: prices.givenUpCents,
    repairCents: (id) => {
      const { minutes, parts } = byId.get(id)!;
      const partsCents = parts.reduce((sum, kind) => sum + (prices.partCents[kind] ?? 0), 0);
      return Math.max(1, ((minutes + prices.retestMinutes) * prices.labourCentsPerHour) / 60 + partsCents);
    },
  };
}
