import { absorbNegatives } from "./absorbNegatives";
import { type NetworkEvidence, type NoisyOrNetwork, readingProbability } from "./network";
import { type Posteriors } from "./posteriors";

/** A set of faults that are all present, no other being so. */
export interface ExplainingSet {
  faults: readonly number[];
  /** P(exactly this set | evidence). */
  probability: number;
}

/** The likely sets and how much of all probability they hold. */
export interface ExplainingSets {
  /** Most probable first. */
  sets: ExplainingSet[];
  /** Sum of their probabilities, 0..1; what is missing lies in rarer combinations. */
  mass: number;
}

const MAX_SUSPECTS = 16;
const MAX_SIZE = 3;

/**
 * Lists the fault sets that carry the posterior: all sets of up to three of the sixteen most probable faults.
 * Each probability is exact; only the list is cut short, and `mass` says by how much.
 *
 * @param known - The exact posteriors for the same evidence.
 */
export function explainingSets(network: NoisyOrNetwork, evidence: NetworkEvidence, known: Posteriors): ExplainingSets {
  const absorbed = absorbNegatives(network, evidence.negative);
  const suspects = [...known.marginal.keys()]
    .filter((fault) => known.marginal[fault]! > 1e-6)
    .sort((a, b) => known.marginal[b]! - known.marginal[a]!)
    .slice(0, MAX_SUSPECTS);
  let noFault = absorbed.likelihood / known.likelihood;
  for (const probability of absorbed.probability) noFault *= 1 - probability;

  const present = new Uint8Array(network.prior.length);
  const sets: ExplainingSet[] = [];
  const grow = (first: number, faults: number[], odds: number) => {
    let probability = noFault * odds;
    for (const reading of evidence.positive) probability *= readingProbability(network, reading, present);
    if (probability > 0) sets.push({ faults: [...faults], probability });
    if (faults.length === MAX_SIZE) return;
    for (let i = first; i < suspects.length; i++) {
      const fault = suspects[i]!;
      const p = absorbed.probability[fault]!;
      if (p >= 1) continue; // a certain fault leaves no odds; priors of the library stay below 1
      present[fault] = 1;
      grow(i + 1, [...faults, fault], (odds * p) / (1 - p));
      present[fault] = 0;
    }
  };
  grow(0, [], 1);
  sets.sort((a, b) => b.probability - a.probability);
  return { sets, mass: sets.reduce((sum, set) => sum + set.probability, 0) };
}
