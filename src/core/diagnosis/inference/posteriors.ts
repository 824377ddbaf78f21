import { CoreInputError } from "../../CoreInputError";
import { absorbNegatives } from "./absorbNegatives";
import { forwardBackward } from "./forwardBackward";
import { independentGroups } from "./independentGroups";
import { type DoubtfulSymptom, type NetworkEvidence, type NoisyOrNetwork, weightedSymptoms } from "./network";
import { weighInPortions } from "./weighInPortions";

/** Up to this many true or doubtful symptoms that hang together are weighed exactly. */
export const MAX_EXACT = 13;
/** More are weighed in portions of at most this size. */
const PORTION = 9;

/** What the evidence says. */
export interface Posteriors {
  /** P(fault | evidence) for each fault, length F; several may be true at once. */
  marginal: Float64Array;
  /** P(evidence). */
  likelihood: number;
  /** False when more than `maxExact` true symptoms hung together, so that the answer is an approximation. */
  isExact: boolean;
}

/** The same, with what it would be without some of the symptoms. */
export interface PosteriorsWithout extends Posteriors {
  /** P(fault | evidence without these symptoms), one for each entry of `leftOut`. */
  without: Float64Array[];
}

/**
 * Posterior of every fault, all faults being free to be true at once.
 *
 * False symptoms cost nothing. True and doubtful ones are parted into groups that share no fault; the cost is exponential
 * in the size of the largest group only. Exact while no group is larger than `maxExact`.
 *
 * @param maxExact - Largest group weighed exactly, 1 to 20; above it the cost grows with the number of portions only.
 * @throws {CoreInputError} `impossible_evidence` when P(evidence) is 0.
 * @see D. Heckerman, "A tractable inference algorithm for diagnosing multiple diseases", UAI 1989.
 */
export function posteriors(network: NoisyOrNetwork, evidence: NetworkEvidence, maxExact = MAX_EXACT): Posteriors {
  return posteriorsWithout(network, evidence, [], maxExact);
}

/**
 * The same, and at little more cost what it would be without some of the true or doubtful symptoms.
 *
 * @param leftOut - Sets of true or doubtful symptoms, by index.
 */
export function posteriorsWithout(
  network: NoisyOrNetwork,
  evidence: NetworkEvidence,
  leftOut: readonly ReadonlySet<number>[],
  maxExact = MAX_EXACT,
): PosteriorsWithout {
  const absorbed = absorbNegatives(network, evidence.negative);
  const marginal = absorbed.probability.slice(); // right already for every fault that could explain nothing seen
  const without = leftOut.map(() => absorbed.probability.slice());
  let likelihood = absorbed.likelihood;
  let isExact = true;
  for (const group of independentGroups(network, weightedSymptoms(evidence), absorbed.probability)) {
    const isSmall = group.length <= maxExact;
    const masks = leftOut.map((symptoms) => maskOf(group, symptoms));
    const result = isSmall
      ? forwardBackward(network, absorbed.probability, group, masks)
      : weighInPortions(network, absorbed.probability, group, Math.min(PORTION, maxExact), masks);
    isExact &&= isSmall;
    likelihood *= result.likelihood;
    for (const [fault, probability] of result.marginal) marginal[fault] = probability;
    result.without.forEach((one, place) => {
      for (const [fault, probability] of one.marginal) without[place]![fault] = probability;
    });
  }
  if (!(likelihood > 0)) {
    throw new CoreInputError("impossible_evidence", "these findings cannot all be true under the library");
  }
  return { marginal, likelihood, isExact, without };
}

/** Which findings of a group speak of these symptoms, as bits by their place. */
function maskOf(group: readonly DoubtfulSymptom[], symptoms: ReadonlySet<number>): number {
  return group.reduce((mask, { symptom }, place) => (symptoms.has(symptom) ? mask + 2 ** place : mask), 0);
}

/** The largest group of true or doubtful symptoms that hang together: what the cost is exponential in. */
export function largestGroup(network: NoisyOrNetwork, evidence: NetworkEvidence): number {
  const { probability } = absorbNegatives(network, evidence.negative);
  const groups = independentGroups(network, weightedSymptoms(evidence), probability);
  return groups.reduce((largest, { length }) => Math.max(largest, length), 0);
}
