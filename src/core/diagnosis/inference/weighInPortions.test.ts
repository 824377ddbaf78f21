import fc from "fast-check";
import { seededRandom } from "../../../sim/random";
import { posteriors } from "./posteriors";
import { enumerateSets } from "./testNetworks";
import { type NoisyOrNetwork } from "./network";

/** A network as a library would make it, with every symptom true. */
function randomNetwork(seed: number, faults: number, symptoms: number): NoisyOrNetwork {
  const random = seededRandom(seed);
  return {
    prior: Float64Array.from({ length: faults }, () => 0.01 + 0.14 * random()),
    leak: Float64Array.from({ length: symptoms }, () => 0.005 + 0.05 * random()),
    links: Array.from({ length: symptoms }, () =>
      Array.from({ length: faults }, (_, fault) => ({ fault, strength: 0.2 + 0.75 * random() })).filter(
        () => random() < 0.3,
      ),
    ),
  };
}

const allTrue = (symptoms: number) => ({ positive: [...Array(symptoms).keys()], negative: [] });

describe("weighing more findings than fit one exact pass", () => {
  it("stays within 0.15 of the exact marginals, and within 0.02 on average", () => {
    const errors: number[] = [];
    for (let seed = 1; seed <= 60; seed++) {
      const network = randomNetwork(seed, 12, 12);
      const exact = posteriors(network, allTrue(12));
      const near = posteriors(network, allTrue(12), 6);
      exact.marginal.forEach((probability, fault) => errors.push(Math.abs(probability - near.marginal[fault]!)));
    }
    expect(Math.max(...errors)).toBeLessThan(0.15);
    expect(errors.reduce((sum, error) => sum + error, 0) / errors.length).toBeLessThan(0.02);
  });

  it("says when it was used, and takes twenty symptoms that hang together without failing", () => {
    const network = randomNetwork(7, 14, 20);
    const { marginal, likelihood, isExact } = posteriors(network, allTrue(20));
    expect(isExact).toBe(false);
    expect(likelihood).toBeGreaterThan(0);
    for (const probability of marginal) expect(probability).toBeGreaterThanOrEqual(0);
    for (const probability of marginal) expect(probability).toBeLessThanOrEqual(1);
    const sets = enumerateSets(network, allTrue(20));
    const total = sets.reduce((sum, { joint }) => sum + joint, 0);
    marginal.forEach((probability, fault) => {
      const exact = sets.reduce((sum, { present, joint }) => sum + (present[fault] ? joint : 0), 0) / total;
      expect(Math.abs(probability - exact)).toBeLessThan(0.15);
    });
  });

  it("is exact when each portion is a group of its own", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const network = randomNetwork(seed, 8, 4);
        const whole = posteriors(network, allTrue(4));
        const portions = posteriors(network, allTrue(4), 4);
        whole.marginal.forEach((probability, fault) => expect(portions.marginal[fault]).toBeCloseTo(probability, 12));
      }),
      { numRuns: 20 },
    );
  });
});
