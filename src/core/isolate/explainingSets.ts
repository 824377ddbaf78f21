import { absorbNegatives } from "./absorbNegatives";
import { falseGivenSets } from "./falseGivenSets";
import { type NetworkEvidence, type NoisyOrNetwork } from "./network";
import { type Posteriors } from "./posteriors";

/** A set of suspects that are all present, no other suspect being so. */
export interface ExplainingSet {
  faults: readonly number[];
  /** P(exactly this set of the suspects | evidence). */
  probability: number;
}

/** The likely sets and how much of all probability they hold. */
export interface ExplainingSets {
  /** Most probable first. */
  sets: ExplainingSet[];
  /** Sum of their probabilities, 0..1; what is missing lies in rarer combinations. */
  mass: number;
  /** P(fault | evidence) of each fault that is summed out instead of listed; 0 for the suspects. Length F. */
  background: Float64Array;
}

const MAX_SUSPECTS = 16;
const MAX_SIZE = 3;
const MAX_SETS = 256;

/**
 * Lists the fault sets that carry the posterior: of all sets of up to three of the sixteen most probable suspects, the 256
 * most probable.
 *
 * Suspects are the faults that could explain something seen: those linked to a true reading, or all of them while nothing
 * was seen. The other faults are independent of the suspects and of each other given the evidence, so they are summed out
 * exactly and handed on as `background`. Each probability is exact; only the list is cut short, and `mass` says by how much.
 *
 * @param known - The exact posteriors for the same evidence.
 */
export function explainingSets(network: NoisyOrNetwork, evidence: NetworkEvidence, known: Posteriors): ExplainingSets {
  const { probability: prior, likelihood } = absorbNegatives(network, evidence.negative);
  const related = explainersOf(network, evidence.positive);
  const background = prior.map((p, fault) => (related.has(fault) ? 0 : p));
  const suspects = [...related]
    .filter((fault) => known.marginal[fault]! > 1e-6)
    .sort((a, b) => known.marginal[b]! - known.marginal[a]!)
    .slice(0, MAX_SUSPECTS);
  let noSuspect = likelihood / known.likelihood;
  for (const fault of related) noSuspect *= 1 - prior[fault]!;

  const subsets = subsetsOf(suspects.filter((fault) => prior[fault]! < 1)); // a certain fault leaves no odds
  const isFalse = falseGivenSets(network, subsets, background, evidence.positive);
  const columns = evidence.positive.length;
  const sets: ExplainingSet[] = [];
  subsets.forEach(({ faults }, index) => {
    let probability = noSuspect;
    for (const fault of faults) probability *= prior[fault]! / (1 - prior[fault]!);
    for (let column = 0; column < columns; column++) probability *= 1 - isFalse[index * columns + column]!;
    if (probability > 0) sets.push({ faults, probability });
  });
  sets.sort((a, b) => b.probability - a.probability);
  sets.length = Math.min(sets.length, MAX_SETS);
  return { sets, mass: sets.reduce((sum, set) => sum + set.probability, 0), background };
}

/** The empty set and every set of up to MAX_SIZE of the faults. */
function subsetsOf(faults: readonly number[]): { faults: readonly number[] }[] {
  const subsets: { faults: readonly number[] }[] = [];
  const grow = (first: number, chosen: readonly number[]) => {
    subsets.push({ faults: chosen });
    if (chosen.length === MAX_SIZE) return;
    for (let i = first; i < faults.length; i++) grow(i + 1, [...chosen, faults[i]!]);
  };
  grow(0, []);
  return subsets;
}

/** Faults that could explain something seen; all of them while nothing was seen. */
export function explainersOf(network: NoisyOrNetwork, positive: readonly number[]): Set<number> {
  if (positive.length === 0) return new Set(network.prior.keys());
  return new Set(positive.flatMap((reading) => network.links[reading]!.map(({ fault }) => fault)));
}
