import { CoreInputError } from "../../CoreInputError";
import { absorbNegatives } from "./absorbNegatives";
import { forwardBackward } from "./forwardBackward";
import { independentGroups } from "./independentGroups";
import { type NetworkEvidence, type NoisyOrNetwork, weightedSymptoms } from "./network";
import { weighInPortions } from "./weighInPortions";

/** Up to this many true or doubtful symptoms that hang together are weighed exactly; more, in portions of this size. */
export const MAX_EXACT = 16;

/** What the evidence says. */
export interface Posteriors {
  /** P(fault | evidence) for each fault, length F; several may be true at once. */
  marginal: Float64Array;
  /** P(evidence). */
  likelihood: number;
  /** False when more than `maxExact` true symptoms hung together, so that the answer is an approximation. */
  isExact: boolean;
}

/**
 * Posterior of every fault, all faults being free to be true at once.
 *
 * False symptoms cost nothing. True and doubtful ones are parted into groups that share no fault; the cost is exponential
 * in the size of the largest group only. Exact while no group is larger than `maxExact`.
 *
 * @param maxExact - Largest group weighed exactly, 1 to 20.
 * @throws {CoreInputError} `impossible_evidence` when P(evidence) is 0.
 * @see D. Heckerman, "A tractable inference algorithm for diagnosing multiple diseases", UAI 1989.
 */
export function posteriors(network: NoisyOrNetwork, evidence: NetworkEvidence, maxExact = MAX_EXACT): Posteriors {
  const absorbed = absorbNegatives(network, evidence.negative);
  const marginal = absorbed.probability.slice(); // right already for every fault that could explain nothing seen
  let likelihood = absorbed.likelihood;
  let isExact = true;
  for (const group of independentGroups(network, weightedSymptoms(evidence), absorbed.probability)) {
    const isSmall = group.length <= maxExact;
    const result = isSmall
      ? forwardBackward(network, absorbed.probability, group)
      : weighInPortions(network, absorbed.probability, group, maxExact);
    isExact &&= isSmall;
    likelihood *= result.likelihood;
    for (const [fault, probability] of result.marginal) marginal[fault] = probability;
  }
  if (!(likelihood > 0)) {
    throw new CoreInputError("impossible_evidence", "these findings cannot all be true under the library");
  }
  return { marginal, likelihood, isExact };
}
