import { type CaseSymptoms } from "../findings/caseFindings";
import { type CompiledLibrary, toEvidence } from "../library/compileLibrary";
import { explainersOf } from "../inference/candidateDiagnoses";
import { posteriors } from "../inference/posteriors";
import { type RankedCheck } from "./rankChecks";

/** What an answer would leave: the suspects it makes most probable. */
export interface OutcomePreview {
  outcomeId: string;
  label: string;
  probability: number;
  leaders: { faultId: string; name: string; probability: number }[];
}

/** A check on offer, with why it is worth doing. */
export interface NextCheck extends RankedCheck {
  previews: OutcomePreview[];
  /** The suspects that its two likeliest outcomes would speak for, with the chance of each outcome; empty when they agree. */
  splits: { name: string; probability: number }[];
}

/** Works out what each outcome of a check would leave. @param maxExact - Largest group weighed exactly. */
export function previewOutcomes(
  compiled: CompiledLibrary,
  symptoms: Pick<CaseSymptoms, "known" | "doubtful">,
  now: Float64Array,
  ranked: RankedCheck,
  maxExact?: number,
): NextCheck {
  const { check, outcomeProbability } = ranked;
  const spokenFor: { name: string; probability: number }[] = [];
  const previews = check.outcomes.map((outcome, index): OutcomePreview => {
    const probability = outcomeProbability[index]!;
    if (probability <= 1e-12) return { outcomeId: outcome.id, label: outcome.label, probability: 0, leaders: [] };
    const added = Object.entries(outcome.sets);
    const doubtful = new Map(symptoms.doubtful);
    for (const [id] of added) doubtful.delete(id);
    const evidence = toEvidence(compiled, { known: new Map([...symptoms.known, ...added]), doubtful });
    const { marginal } = posteriors(compiled.network, evidence, maxExact);
    const leaders = [...explainersOf(compiled.network, evidence)].sort((a, b) => marginal[b]! - marginal[a]!);
    const nameOf = (fault: number) => compiled.library.faults[fault]!.name;
    const favoured = leaders.toSorted((a, b) => marginal[b]! - now[b]! - (marginal[a]! - now[a]!))[0];
    if (favoured !== undefined) spokenFor.push({ name: nameOf(favoured), probability });
    return {
      outcomeId: outcome.id,
      label: outcome.label,
      probability,
      leaders: leaders.slice(0, 2).map((fault) => ({
        faultId: compiled.library.faults[fault]!.id,
        name: nameOf(fault),
        probability: marginal[fault]!,
      })),
    };
  });
  const [first, ...rest] = spokenFor.sort((a, b) => b.probability - a.probability);
  const second = rest.find(({ name }) => name !== first?.name);
  return { ...ranked, previews, splits: first && second ? [first, second] : [] };
}
