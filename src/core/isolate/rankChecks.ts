import { type CompiledLibrary } from "./compileLibrary";
import { falseGivenSets } from "./falseGivenSets";
import { type ExplainingSets } from "./explainingSets";
import { type Check, type Hazard, type Outcome } from "./library.types";
import { mutualInformationBits } from "./mutualInformationBits";

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
  const readingCount = compiled.network.leak.length;
  const everyReading = [...compiled.network.leak.keys()];
  const isFalse = falseGivenSets(compiled.network, sets, background, everyReading);
  const { rowOfSet, rowCount } = rowsByRepair(compiled, sets);
  const ranked = checks.map((check): RankedCheck => {
    const outcomes = check.outcomes.map((outcome) => openSettings(compiled, known, outcome));
    const columns = outcomes.length;
    const joint = new Float64Array(rowCount * columns);
    const likelihood = new Float64Array(columns);
    for (let set = 0; set < sets.length; set++) {
      let total = 0;
      for (let column = 0; column < columns; column++) {
        likelihood[column] = outcomeLikelihood(outcomes[column]!, isFalse, set * readingCount);
        total += likelihood[column]!;
      }
      if (total === 0) continue;
      const weight = sets[set]!.probability / total;
      const start = rowOfSet[set]! * columns;
      for (let column = 0; column < columns; column++) joint[start + column]! += weight * likelihood[column]!;
    }
    const bits = mutualInformationBits(joint, columns);
    return {
      check,
      bits,
      bitsPerMinute: bits / (check.minutes + HAZARD_MINUTES[check.hazard]),
      outcomeProbability: columnShares(joint, columns),
    };
  });
  return ranked.sort((a, b) => b.bitsPerMinute - a.bitsPerMinute);
}

/** Gives each set the row of its repairs. */
function rowsByRepair(compiled: CompiledLibrary, sets: ExplainingSets["sets"]) {
  const rows = new Map<string, number>();
  const rowOfSet = sets.map(({ faults }) => {
    const repairs = new Set(faults.map((fault) => compiled.library.faults[fault]!.repair));
    const key = [...repairs].sort().join("+");
    const row = rows.get(key) ?? rows.size;
    rows.set(key, row);
    return row;
  });
  return { rowOfSet, rowCount: rows.size };
}

interface Setting {
  reading: number;
  value: boolean;
}

/** The readings an outcome would newly settle; null when what is known rules the outcome out. */
function openSettings(
  compiled: CompiledLibrary,
  known: ReadonlyMap<string, boolean>,
  outcome: Outcome,
): readonly Setting[] | null {
  const settings = Object.entries(outcome.sets);
  if (settings.some(([id, value]) => known.has(id) && known.get(id) !== value)) return null;
  return settings
    .filter(([id]) => !known.has(id))
    .map(([id, value]) => ({ reading: compiled.readingIndex.get(id)!, value }));
}

/** P(outcome | set), from the row of P(reading false | set) that begins at `start`. */
function outcomeLikelihood(settings: readonly Setting[] | null, isFalse: Float64Array, start: number): number {
  if (settings === null) return 0;
  let likelihood = 1;
  for (const { reading, value } of settings) {
    const probability = isFalse[start + reading]!;
    likelihood *= value ? 1 - probability : probability;
  }
  return likelihood;
}

function columnShares(joint: Float64Array, columns: number): number[] {
  const sums = new Array<number>(columns).fill(0);
  let total = 0;
  joint.forEach((weight, index) => {
    sums[index % columns]! += weight;
    total += weight;
  });
  return sums.map((sum) => (total > 0 ? sum / total : 0));
}
