/** A set of repairs that would mend the craft, with its probability. */
export interface RepairHypothesis {
  readonly repairs: readonly string[];
  probability: number;
}

/** What repairs cost. All in cents, all above 0. */
export interface RepairCosts {
  /** Doing this repair and testing whether the fault is gone. */
  repairCents: (repairId: string) => number;
  /** Giving the fault up: sending the craft away or replacing it. */
  givenUpCents: number;
}

/** Repairs in the order to do them, each followed by a test, and what that costs on average. */
export interface RepairPlan {
  steps: { repair: string; cents: number; probability: number }[];
  expectedCents: number;
}

/**
 * Plans which repair to do first when nothing more is checked: the one most probably needed per cent it costs, then the
 * next, until the fault is gone or giving up is cheaper.
 *
 * With one fault at a time and independent repairs this p/C order has the least expected cost of all orders. With several
 * faults at once it is a rule of thumb: p is then the chance that the repair is among those needed.
 *
 * @param hypotheses - Probabilities sum to 1 or less; what is missing counts as "none of these repairs helps".
 * @returns Steps with P(needed | fault still there); an empty plan when giving up at once is cheapest.
 * @see D. Heckerman, J. Breese & K. Rommelse, "Decision-theoretic troubleshooting", CACM 38(3), 1995 (the p/C order).
 */
export function planRepairs(hypotheses: readonly RepairHypothesis[], costs: RepairCosts): RepairPlan {
  let open = hypotheses.filter(({ repairs, probability }) => repairs.length > 0 && probability > 0);
  const outside = Math.max(0, 1 - open.reduce((sum, { probability }) => sum + probability, 0));
  const done = new Set<string>();
  const steps: RepairPlan["steps"] = [];
  let expectedCents = 0;
  for (;;) {
    const unmended = outside + open.reduce((sum, { probability }) => sum + probability, 0);
    const best = bestRepair(open, done, costs);
    // Doing it costs its price whenever the fault is still there; it saves giving up only where it is needed.
    if (!best || best.cents * unmended >= best.needed * costs.givenUpCents) {
      return { steps, expectedCents: expectedCents + unmended * costs.givenUpCents };
    }
    steps.push({ repair: best.repair, cents: best.cents, probability: best.needed / unmended });
    expectedCents += best.cents * unmended;
    done.add(best.repair);
    open = open.filter(({ repairs }) => repairs.some((repair) => !done.has(repair)));
  }
}

function bestRepair(open: readonly RepairHypothesis[], done: ReadonlySet<string>, costs: RepairCosts) {
  const needed = new Map<string, number>();
  for (const { repairs, probability } of open) {
    for (const repair of repairs) if (!done.has(repair)) needed.set(repair, (needed.get(repair) ?? 0) + probability);
  }
  let best: { repair: string; cents: number; needed: number } | null = null;
  for (const [repair, probability] of needed) {
    const cents = costs.repairCents(repair);
    if (!best || probability / cents > best.needed / best.cents) best = { repair, cents, needed: probability };
  }
  return best;
}
