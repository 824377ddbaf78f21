import { type CompiledLibrary } from "./compileLibrary";
import { type ExplainingSets } from "./explainingSets";
import { type Check, type Hazard, type Outcome } from "./library.types";
import { mutualInformationBits } from "./mutualInformationBits";
import { readingProbability } from "./network";

/** A check with its worth. */
export interface RankedCheck {
  check: Check;
  /** Mutual information between its outcome and the set of repairs needed, in bits. */
  bits: number;
  /** Bits per minute, hazard handicap included: the order of the list. */
  bitsPerMinute: number;
  /** Probability of each outcome, in the order of `check.outcomes`. */
  outcomeProbability: number[];
}

/**
 * Minutes added to a check for the state it needs the craft in, so that of two checks of like worth the milder comes
 * first. Trade judgement, no published source: setting up for power takes a minute, for props a walk outside.
 */
export const HAZARD_MINUTES: Readonly<Record<Hazard, number>> = {
  unpowered: 0,
  "powered, props off": 1,
  "props on": 10,
};

/**
 * Ranks checks by what they tell about WHAT TO REPAIR for what was seen, per minute. Faults that share one repair count as
 * one, since telling them apart changes nothing; a set of faults counts as the set of its repairs. Faults that could not
 * explain anything seen are summed out: learning about them is not what the job is for.
 *
 * @param known - Readings already known; a check whose outcome they settle is worth nothing.
 * @param likely - Likely fault sets with their probabilities, from `explainingSets`.
 * @param checks - Checks that may be offered.
 * @returns All of them, most bits per minute first.
 */
export function rankChecks(
  compiled: CompiledLibrary,
  known: ReadonlyMap<string, boolean>,
  { sets, background }: Pick<ExplainingSets, "sets" | "background">,
  checks: readonly Check[],
): RankedCheck[] {
  const present = background.slice();
  const repairRow = new Map<string, number>();
  const rowOfSet = sets.map(({ faults }) => {
    const key = [...new Set(faults.map((fault) => compiled.library.faults[fault]!.repair))].sort().join("+");
    if (!repairRow.has(key)) repairRow.set(key, repairRow.size);
    return repairRow.get(key)!;
  });

  const ranked = checks.map((check): RankedCheck => {
    const joint = Array.from({ length: repairRow.size }, () => new Array<number>(check.outcomes.length).fill(0));
    sets.forEach((set, index) => {
      for (const fault of set.faults) present[fault] = 1;
      const likelihoods = check.outcomes.map((outcome) => outcomeLikelihood(compiled, known, outcome, present));
      for (const fault of set.faults) present[fault] = 0;
      const total = likelihoods.reduce((sum, likelihood) => sum + likelihood, 0);
      if (total === 0) return;
      const row = joint[rowOfSet[index]!]!;
      likelihoods.forEach((likelihood, column) => (row[column]! += (set.probability * likelihood) / total));
    });
    const bits = mutualInformationBits(joint);
    const weights = check.outcomes.map((_, column) => joint.reduce((sum, row) => sum + row[column]!, 0));
    const weight = weights.reduce((sum, value) => sum + value, 0) || 1;
    return {
      check,
      bits,
      bitsPerMinute: bits / (check.minutes + HAZARD_MINUTES[check.hazard]),
      outcomeProbability: weights.map((value) => value / weight),
    };
  });
  return ranked.sort((a, b) => b.bitsPerMinute - a.bitsPerMinute);
}

/** P(outcome's readings | these faults), leaving out readings that are known already. */
function outcomeLikelihood(
  compiled: CompiledLibrary,
  known: ReadonlyMap<string, boolean>,
  outcome: Outcome,
  present: ArrayLike<number>,
): number {
  let likelihood = 1;
  for (const [id, value] of Object.entries(outcome.sets)) {
    const already = known.get(id);
    if (already !== undefined) {
      if (already !== value) return 0;
      continue;
    }
    const probability = readingProbability(compiled.network, compiled.readingIndex.get(id)!, present);
    likelihood *= value ? probability : 1 - probability;
  }
  return likelihood;
}
