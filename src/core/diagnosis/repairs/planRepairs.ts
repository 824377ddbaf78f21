/** A set of repairs that would mend the craft, with its probability. */
export interface RepairHypothesis {
  readonly repairs: readonly string[];
  probability: number;
}

/** What something costs: all of it in cents, and of that the minutes of work and the harm that is risked. */
export interface Cost {
  cents: number;
  minutes: number;
  harmCents: number;
}

/** What repairs cost. All cents above 0. */
export interface RepairCosts {
  /** Doing this repair and testing whether the fault is gone. */
  repairCost: (repairId: string) => Cost;
  /** Giving the fault up: sending the craft away or replacing it. */
  givenUpCents: number;
}

/** Repairs in the order to do them, each followed by a test, and what that costs on average. */
export interface RepairPlan {
  steps: { repair: string; cents: number; probability: number }[];
  expectedCents: number;
}

/** Hypotheses and costs by number, so that a plan can be made many thousand times over. */
export interface RepairTable {
  repairs: readonly string[];
  /** What each repair costs, and of that its minutes of work and the harm that the test after it risks. */
  cents: Float64Array;
  minutes: Float64Array;
  harmCents: Float64Array;
  /** Which repairs each hypothesis needs. */
  needs: readonly (readonly number[])[];
  givenUpCents: number;
}

/** Numbers the repairs of some hypotheses. */
export function toRepairTable(
  hypotheses: readonly Pick<RepairHypothesis, "repairs">[],
  { repairCost, givenUpCents }: RepairCosts,
): RepairTable {
  const repairs = [...new Set(hypotheses.flatMap((hypothesis) => hypothesis.repairs))];
  const numberOf = new Map(repairs.map((repair, index) => [repair, index]));
  const costs = repairs.map(repairCost);
  return {
    repairs,
    cents: Float64Array.from(costs, ({ cents }) => cents),
    minutes: Float64Array.from(costs, ({ minutes }) => minutes),
    harmCents: Float64Array.from(costs, ({ harmCents }) => harmCents),
    needs: hypotheses.map((hypothesis) => hypothesis.repairs.map((repair) => numberOf.get(repair)!)),
    givenUpCents,
  };
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
  const table = toRepairTable(hypotheses, costs);
  const steps: RepairPlan["steps"] = [];
  const expectedCents = planByTable(
    table,
    Float64Array.from(hypotheses, ({ probability }) => probability),
    (repair, probability) => steps.push({ repair: table.repairs[repair]!, cents: table.cents[repair]!, probability }),
  );
  return { steps, expectedCents };
}

/**
 * The same plan by number.
 *
 * @param probability - Of each hypothesis of the table.
 * @param onStep - Told each repair in turn with P(needed | fault still there) and P(fault still there).
 * @returns Expected cents.
 */
export function planByTable(
  { cents, needs, givenUpCents }: RepairTable,
  probability: Float64Array,
  onStep?: (repair: number, probability: number, reached: number) => void,
): number {
  const isDone = new Uint8Array(cents.length);
  const isOpen = Uint8Array.from(needs, ({ length }, row) => (length > 0 && probability[row]! > 0 ? 1 : 0));
  const needed = new Float64Array(cents.length);
  let open = 0;
  isOpen.forEach((flag, row) => (open += flag * probability[row]!));
  const outside = Math.max(0, 1 - open);
  let expectedCents = 0;
  for (;;) {
    const unmended = outside + open;
    const best = mostNeededPerCent(needs, probability, cents, isOpen, isDone, needed);
    // Doing it costs its price whenever the fault is still there; it saves giving up only where it is needed.
    if (best < 0 || cents[best]! * unmended >= needed[best]! * givenUpCents) {
      return expectedCents + unmended * givenUpCents;
    }
    onStep?.(best, needed[best]! / unmended, unmended);
    expectedCents += cents[best]! * unmended;
    isDone[best] = 1;
    open = 0;
    for (let row = 0; row < needs.length; row++) {
      if (isOpen[row] && needs[row]!.every((repair) => isDone[repair])) isOpen[row] = 0;
      open += isOpen[row]! * probability[row]!;
    }
  }
}

/** The repair not done yet with the most probability per cent; −1 when none is left. Fills `needed`. */
function mostNeededPerCent(
  needs: RepairTable["needs"],
  probability: Float64Array,
  cents: Float64Array,
  isOpen: Uint8Array,
  isDone: Uint8Array,
  needed: Float64Array,
): number {
  needed.fill(0);
  for (let row = 0; row < needs.length; row++) {
    if (isOpen[row]) for (const repair of needs[row]!) needed[repair]! += probability[row]!;
  }
  let best = -1;
  for (let repair = 0; repair < cents.length; repair++) {
    if (isDone[repair] || needed[repair] === 0) continue;
    if (best < 0 || needed[repair]! / cents[repair]! > needed[best]! / cents[best]!) best = repair;
  }
  return best;
}
