/** A link of a symptom to the fault with this index; `strength` is P(symptom true | only this fault). */
export interface NetworkLink {
  fault: number;
  strength: number;
}

/**
 * A two-layer noisy-OR network: independent faults above, symptoms below.
 * P(symptom false | faults) = (1 − leak) · Π over present linked faults of (1 − strength).
 *
 * @see J. Pearl, Probabilistic Reasoning in Intelligent Systems, Morgan Kaufmann 1988, section 4.3.2 (noisy-OR).
 */
export interface NoisyOrNetwork {
  /** Prior probability of each fault, length F, each in [0, 1]. */
  prior: Float64Array;
  /** Leak probability of each symptom, length R. */
  leak: Float64Array;
  /** Links of each symptom, length R. */
  links: readonly (readonly NetworkLink[])[];
}

/**
 * A finding somebody is not sure of: how probable it is to be reported as it was if the symptom is true, and if it is
 * false. Only the ratio counts; 1 and 0 would be a sure finding.
 *
 * @see J. Pearl, Probabilistic Reasoning in Intelligent Systems, Morgan Kaufmann 1988, section 2.2.2 (virtual evidence).
 */
export interface DoubtfulSymptom {
  symptom: number;
  ifTrue: number;
  ifFalse: number;
}

/** Symptoms known true, known false and doubtful, by index; no symptom stands in two of the lists. */
export interface NetworkEvidence {
  positive: readonly number[];
  negative: readonly number[];
  doubtful?: readonly DoubtfulSymptom[];
}

/**
 * P(symptom true | exactly these faults present).
 *
 * @param present - For each fault 1 when present, 0 when not.
 */
export function symptomProbability(network: NoisyOrNetwork, symptom: number, present: ArrayLike<number>): number {
  let stillFalse = 1 - network.leak[symptom]!;
  for (const { fault, strength } of network.links[symptom]!) stillFalse *= 1 - present[fault]! * strength;
  return 1 - stillFalse;
}

/** Every finding that is not simply false, as the weight it gives to its symptom being true and false. */
export function weightedSymptoms({ positive, doubtful = [] }: NetworkEvidence): DoubtfulSymptom[] {
  return [...positive.map((symptom) => ({ symptom, ifTrue: 1, ifFalse: 0 })), ...doubtful];
}
