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

/** Readings known true and known false, by index; no reading stands in both. */
export interface NetworkEvidence {
  positive: readonly number[];
  negative: readonly number[];
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
