import { type NoisyOrNetwork } from "./network";

/** A network after its false symptoms have been folded into the fault probabilities. */
export interface AbsorbedNegatives {
  /** P(fault | false symptoms), length F. */
  probability: Float64Array;
  /** P(false symptoms). */
  likelihood: number;
}

/**
 * Folds symptoms known to be false into the fault probabilities. A false symptom says that neither its leak nor any
 * of its links fired, and these are independent, so the faults stay independent and each is updated by itself.
 *
 * @param negative - Indices of symptoms known to be false.
 * @see D. Heckerman, "A tractable inference algorithm for diagnosing multiple diseases", UAI 1989, section 3.
 */
export function absorbNegatives(network: NoisyOrNetwork, negative: readonly number[]): AbsorbedNegatives {
  const keep = new Float64Array(network.prior.length).fill(1); // P(all false | this fault) without leaks
  let likelihood = 1;
  for (const symptom of negative) {
    likelihood *= 1 - network.leak[symptom]!;
    for (const { fault, strength } of network.links[symptom]!) keep[fault]! *= 1 - strength;
  }
  const probability = new Float64Array(network.prior.length);
  for (let fault = 0; fault < probability.length; fault++) {
    const present = network.prior[fault]! * keep[fault]!;
    const total = present + 1 - network.prior[fault]!;
    probability[fault] = total > 0 ? present / total : 0;
    likelihood *= total;
  }
  return { probability, likelihood };
}
