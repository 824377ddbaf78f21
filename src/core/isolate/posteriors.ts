import { CoreInputError } from "../CoreInputError";
import { absorbNegatives } from "./absorbNegatives";
import { type NetworkEvidence, type NoisyOrNetwork } from "./network";

/** Above this many true readings the exact method would need too much memory. */
export const MAX_POSITIVES = 16;

/** What the evidence says. */
export interface Posteriors {
  /** P(fault | evidence) for each fault, length F; several may be true at once. */
  marginal: Float64Array;
  /** P(evidence). */
  likelihood: number;
}

/**
 * Exact posterior of every fault, all faults being free to be true at once.
 *
 * Like Quickscore it is exponential only in the number of TRUE readings; false readings cost nothing. Quickscore sums
 * signed terms over subsets of the true readings; here the same sum is run forward and backward over "which true readings
 * are explained so far", where every term is positive. So nothing cancels, and one pass gives the marginals of all faults.
 * Cost: O(2^k · links to true readings) for k true readings.
 *
 * @throws {CoreInputError} `too_many_positives` above MAX_POSITIVES; `impossible_evidence` when P(evidence) is 0.
 * @see D. Heckerman, "A tractable inference algorithm for diagnosing multiple diseases", UAI 1989 (model and complexity).
 */
export function posteriors(network: NoisyOrNetwork, evidence: NetworkEvidence): Posteriors {
  const k = evidence.positive.length;
  if (k > MAX_POSITIVES) {
    throw new CoreInputError("too_many_positives", `at most ${MAX_POSITIVES} true readings can be weighed, found ${k}`);
  }
  const absorbed = absorbNegatives(network, evidence.negative);
  const explainers = linksToPositives(network, evidence.positive);
  const forward = forwardPass(network, evidence.positive, absorbed.probability, explainers);
  const marginal = absorbed.probability.slice(); // right already for every fault without a link to a true reading
  const last = forward[explainers.length]!;
  const likelihoodOfPositives = last[last.length - 1]!;
  if (!(likelihoodOfPositives > 0) || !(absorbed.likelihood > 0)) {
    throw new CoreInputError("impossible_evidence", "these findings cannot all be true under the library");
  }

  // backward[S] = P(the remaining faults explain all that S leaves open)
  let backward = new Float64Array(1 << k);
  backward[backward.length - 1] = 1;
  for (let step = explainers.length - 1; step >= 0; step--) {
    const { fault, bits } = explainers[step]!;
    const probability = absorbed.probability[fault]!;
    const ifPresent = beforeFiring(backward, bits);
    const before = forward[step]!;
    let joint = 0;
    for (let set = 0; set < before.length; set++) joint += before[set]! * ifPresent[set]!;
    marginal[fault] = Math.min(1, (probability * joint) / likelihoodOfPositives);
    backward = mix(backward, ifPresent, probability);
  }
  return { marginal, likelihood: absorbed.likelihood * likelihoodOfPositives };
}

interface Explainer {
  fault: number;
  bits: { bit: number; strength: number }[];
}

function linksToPositives(network: NoisyOrNetwork, positive: readonly number[]): Explainer[] {
  const byFault = new Map<number, Explainer>();
  positive.forEach((reading, index) => {
    for (const { fault, strength } of network.links[reading]!) {
      if (strength === 0) continue;
      const explainer = byFault.get(fault) ?? { fault, bits: [] };
      explainer.bits.push({ bit: 1 << index, strength });
      byFault.set(fault, explainer);
    }
  });
  return [...byFault.values()];
}

/** forward[i][S] = P(leaks and the first i faults explain exactly the set S). */
function forwardPass(
  network: NoisyOrNetwork,
  positive: readonly number[],
  probability: Float64Array,
  explainers: readonly Explainer[],
): Float64Array[] {
  let current = new Float64Array(1 << positive.length);
  current[0] = 1;
  const leaks = positive.map((reading, index) => ({ bit: 1 << index, strength: network.leak[reading]! }));
  current = afterFiring(current, leaks);
  const passes = [current];
  for (const { fault, bits } of explainers) {
    current = mix(current, afterFiring(current, bits), probability[fault]!);
    passes.push(current);
  }
  return passes;
}

/** Distribution over explained sets after each of `bits` had its chance to fire. */
function afterFiring(distribution: Float64Array, bits: Explainer["bits"]): Float64Array<ArrayBuffer> {
  const next = distribution.slice() as Float64Array<ArrayBuffer>;
  for (const { bit, strength } of bits) {
    for (let set = 0; set < next.length; set++) {
      if (set & bit) continue;
      next[set | bit]! += strength * next[set]!;
      next[set]! *= 1 - strength;
    }
  }
  return next;
}

/** The adjoint of `afterFiring`: the expected value of a function of the set, before `bits` fire. */
function beforeFiring(value: Float64Array, bits: Explainer["bits"]): Float64Array<ArrayBuffer> {
  const next = value.slice() as Float64Array<ArrayBuffer>;
  for (const { bit, strength } of bits) {
    for (let set = 0; set < next.length; set++) {
      if (!(set & bit)) next[set] = (1 - strength) * next[set]! + strength * next[set | bit]!;
    }
  }
  return next;
}

function mix(absent: Float64Array, present: Float64Array, probability: number): Float64Array<ArrayBuffer> {
  const mixed = new Float64Array(absent.length);
  for (let set = 0; set < mixed.length; set++) {
    mixed[set] = (1 - probability) * absent[set]! + probability * present[set]!;
  }
  return mixed;
}
