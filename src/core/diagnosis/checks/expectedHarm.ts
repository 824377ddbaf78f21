import { type Check, type FaultMode, type Hazard, type Library } from "../library/library.types";

/** What a check puts at risk, on average over the suspects. */
export interface HarmAtRisk {
  cents: number;
  /** The fault that most of it comes from; null when nothing is at risk. */
  worst: FaultMode | null;
}

/** What is at risk in each state of the craft. */
export type HarmByHazard = Readonly<Record<Hazard, HarmAtRisk>>;

/** Share of the harm of full power that is left through a current limiter. Trade judgement, no published source. */
const THROUGH_LIMITER = 0.05;

/**
 * Expected harm in each state of the craft under today's posterior: Σ P(fault) × what power, or power and turning props, would
 * do with that fault there. Faults are weighed one by one, so harm of two at once counts twice, which errs on the careful side.
 *
 * @param marginal - P(fault present), by place in the library.
 * @returns Cents.
 * @see M. Rausand & S. Haugen, Risk Assessment, 2nd ed., Wiley 2020, section 6.2 (risk as expected loss).
 */
export function expectedHarm({ faults }: Library, marginal: ArrayLike<number>): HarmByHazard {
  const sum = (of: (fault: FaultMode) => number): HarmAtRisk => {
    let cents = 0;
    let most = 0;
    let worst: FaultMode | null = null;
    faults.forEach((fault, index) => {
      const share = marginal[index]! * of(fault);
      cents += share;
      if (share > most) [most, worst] = [share, fault];
    });
    return { cents, worst };
  };
  return {
    unpowered: { cents: 0, worst: null },
    "powered, props off": sum(({ harm }) => harm?.powered ?? 0),
    "props on": sum(({ harm }) => (harm ? harm.powered + harm.propsOn : 0)),
  };
}

/** What this check puts at risk: that of its state of the craft, and little of it through a current limiter. */
export function harmOfCheck({ hazard, needs }: Pick<Check, "hazard" | "needs">, harm: HarmByHazard): HarmAtRisk {
  const { cents, worst } = harm[hazard];
  return needs.includes("current limiter") ? { cents: cents * THROUGH_LIMITER, worst } : { cents, worst };
}

/**
 * What testing after a repair puts at risk: the craft is powered and flown with whatever that repair did not cure.
 *
 * @param marginal - P(fault present), by place in the library.
 * @returns Repair → cents.
 */
export function harmOfRetest({ faults }: Library, marginal: ArrayLike<number>): (repairId: string) => number {
  const byRepair = new Map<string, number>();
  let all = 0;
  faults.forEach(({ repair, harm }, index) => {
    const cents = harm ? marginal[index]! * (harm.powered + harm.propsOn) : 0;
    all += cents;
    byRepair.set(repair, (byRepair.get(repair) ?? 0) + cents);
  });
  return (repairId) => all - (byRepair.get(repairId) ?? 0);
}
