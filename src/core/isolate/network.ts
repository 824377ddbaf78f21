/** A link of a reading to the fault with this index; `strength` is P(reading true | only this fault). */
export interface NetworkLink {
  fault: number;
  strength: number;
}

/**
 * A two-layer noisy-OR network: independent faults above, readings below.
 * P(reading false | faults) = (1 − leak) · Π over present linked faults of (1 − strength).
 *
 * @see J. Pearl, Probabilistic Reasoning in Intelligent Systems, Morgan Kaufmann 1988, section 4.3.2 (noisy-OR).
 */
export interface NoisyOrNetwork {
  /** Prior probability of each fault, length F, each in [0, 1]. */
  prior: Float64Array;
  /** Leak probability of each reading, length R. */
  leak: Float64Array;
  /** Links of each reading, length R. */
  links: readonly (readonly NetworkLink[])[];
}

/**
 * A finding somebody is not sure of: how probable it is to be reported as it was if the reading is true, and if it is
 * false. Only the ratio counts; 1 and 0 would be a sure finding.
 *
 * @see J. Pearl, Probabilistic Reasoning in Intelligent Systems, Morgan Kaufmann 1988, section 2.2.2 (virtual evidence).
 */
export interface DoubtfulReading {
  reading: number;
  ifTrue: number;
  ifFalse: number;
}

/** Readings known true, known false and doubtful, by index; no reading stands in two of the lists. */
export interface NetworkEvidence {
  positive: readonly number[];
  negative: readonly number[];
  doubtful?: readonly DoubtfulReading[];
}

/**
 * P(reading true | exactly these faults present).
 *
 * @param present - For each fault 1 when present, 0 when not.
 */
export function readingProbability(network: NoisyOrNetwork, reading: number, present: ArrayLike<number>): number {
  let stillFalse = 1 - network.leak[reading]!;
  for (const { fault, strength } of network.links[reading]!) stillFalse *= 1 - present[fault]! * strength;
  return 1 - stillFalse;
}

/** Every finding that is not simply false, as the weight it gives to its reading being true and false. */
export function weightedReadings({ positive, doubtful = [] }: NetworkEvidence): DoubtfulReading[] {
  return [...positive.map((reading) => ({ reading, ifTrue: 1, ifFalse: 0 })), ...doubtful];
}
