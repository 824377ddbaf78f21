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
  const size = 1 << k;
  const forward = forwardPass(network, evidence.positive, absorbed.probability, explainers);
  const likelihoodOfPositives = forward[forward.length - 1]!;
  if (!(likelihoodOfPositives > 0) || !(absorbed.likelihood > 0)) {
    throw new CoreInputError("impossible_evidence", "these findings cannot all be true under the library");
  }

  const marginal = absorbed.probability.slice(); // right already for every fault without a link to a true reading
  // backward[S] = P(the remaining faults explain all that S leaves open)
  const backward = new Float64Array(size);
  backward[size - 1] = 1;
  const ifPresent = new Float64Array(size);
  for (let step = explainers.length - 1; step >= 0; step--) {
    const { fault, bits } = explainers[step]!;
    const probability = absorbed.probability[fault]!;
    ifPresent.set(backward);
    unfire(ifPresent, bits);
    let joint = 0;
    for (let set = 0; set < size; set++) joint += forward[step * size + set]! * ifPresent[set]!;
    marginal[fault] = Math.min(1, (probability * joint) / likelihoodOfPositives);
    mixInto(backward, ifPresent, probability);
  }
  return { marginal, likelihood: absorbed.likelihood * likelihoodOfPositives };
}

/** A fault with the true readings it may explain, each as a bit of the set. */
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

/** Row i, entry S: P(leaks and the first i faults explain exactly the set S). Rows of 2^k, one more than there are faults. */
function forwardPass(
  network: NoisyOrNetwork,
  positive: readonly number[],
  probability: Float64Array,
  explainers: readonly Explainer[],
): Float64Array {
  const size = 1 << positive.length;
  const rows = new Float64Array((explainers.length + 1) * size);
  const first = rows.subarray(0, size);
  first[0] = 1;
  const leaks = positive.map((reading, index) => ({ bit: 1 << index, strength: network.leak[reading]! }));
  fire(first, leaks);
  explainers.forEach(({ fault, bits }, step) => {
    const before = rows.subarray(step * size, (step + 1) * size);
    const after = rows.subarray((step + 1) * size, (step + 2) * size);
    after.set(before);
    fire(after, bits);
    const p = probability[fault]!;
    for (let set = 0; set < size; set++) after[set] = (1 - p) * before[set]! + p * after[set]!;
  });
  return rows;
}

/** Turns a distribution over explained sets into the one after each of `bits` had its chance to fire. */
function fire(distribution: Float64Array, bits: Explainer["bits"]): void {
  for (const { bit, strength } of bits) {
    for (let block = 0; block < distribution.length; block += 2 * bit) {
      for (let set = block; set < block + bit; set++) {
        distribution[set + bit]! += strength * distribution[set]!;
        distribution[set]! *= 1 - strength;
      }
    }
  }
}

/** The adjoint of `fire`: turns a function of the set into its expected value before `bits` fire. */
function unfire(value: Float64Array, bits: Explainer["bits"]): void {
  for (const { bit, strength } of bits) {
    for (let block = 0; block < value.length; block += 2 * bit) {
      for (let set = block; set < block + bit; set++) {
        value[set] = (1 - strength) * value[set]! + strength * value[set + bit]!;
      }
    }
  }
}

function mixInto(absent: Float64Array, present: Float64Array, probability: number): void {
  for (let set = 0; set < absent.length; set++) {
    absent[set] = (1 - probability) * absent[set]! + probability * present[set]!;
  }
}
