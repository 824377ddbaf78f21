import fc from "fast-check";
import { type NetworkEvidence, type NoisyOrNetwork, symptomProbability } from "./network";

/** For tests: random noisy-OR networks with evidence, and the posterior by plain enumeration of all fault sets. */

const probability = fc.double({ min: 0.001, max: 0.95, noNaN: true });

/** A network of up to `maxFaults` faults and 8 symptoms, with some of them known. */
export function networkWithEvidence(maxFaults: number) {
  return fc
    .tuple(fc.integer({ min: 1, max: maxFaults }), fc.integer({ min: 1, max: 8 }))
    .chain(([faults, symptoms]) =>
      fc.record({
        prior: fc.array(probability, { minLength: faults, maxLength: faults }),
        leak: fc.array(probability, { minLength: symptoms, maxLength: symptoms }),
        strengths: fc.array(
          fc.array(fc.option(probability, { nil: 0, freq: 2 }), { minLength: faults, maxLength: faults }),
          { minLength: symptoms, maxLength: symptoms },
        ),
        states: fc.array(fc.constantFrom("true", "false", "open"), { minLength: symptoms, maxLength: symptoms }),
      }),
    )
    .map(({ prior, leak, strengths, states }): { network: NoisyOrNetwork; evidence: NetworkEvidence } => ({
      network: {
        prior: Float64Array.from(prior),
        leak: Float64Array.from(leak),
        links: strengths.map((row) => row.flatMap((strength, fault) => (strength > 0 ? [{ fault, strength }] : []))),
      },
      evidence: {
        positive: states.flatMap((state, index) => (state === "true" ? [index] : [])),
        negative: states.flatMap((state, index) => (state === "false" ? [index] : [])),
      },
    }));
}

/** Every set of present faults with P(set and evidence), straight from the definition. */
export function enumerateSets({ prior, ...rest }: NoisyOrNetwork, evidence: NetworkEvidence) {
  const network = { prior, ...rest };
  return Array.from({ length: 1 << prior.length }, (_, mask) => {
    const present = Array.from(prior, (__, fault) => (mask >> fault) & 1);
    let joint = 1;
    prior.forEach((p, fault) => (joint *= present[fault] ? p : 1 - p));
    for (const symptom of evidence.positive) joint *= symptomProbability(network, symptom, present);
    for (const symptom of evidence.negative) joint *= 1 - symptomProbability(network, symptom, present);
    return { present, joint };
  });
}
