import fc from "fast-check";
import { absorbNegatives } from "./absorbNegatives";
import { explainersOf, candidateDiagnoses } from "./candidateDiagnoses";
import { posteriors } from "./posteriors";
import { enumerateSets, networkWithEvidence } from "./testNetworks";

describe("candidateDiagnoses", () => {
  it("gives each listed set its exact probability, the other faults summed out", () => {
    fc.assert(
      fc.property(networkWithEvidence(6), ({ network, evidence }) => {
        const suspects = explainersOf(network, evidence);
        const all = enumerateSets(network, evidence);
        const total = all.reduce((sum, { joint }) => sum + joint, 0);
        const { sets } = candidateDiagnoses(network, evidence, posteriors(network, evidence));
        for (const { faults, probability } of sets) {
          const exact = all
            .filter(({ present }) =>
              present.every((one, fault) => !suspects.has(fault) || Boolean(one) === faults.includes(fault)),
            )
            .reduce((sum, { joint }) => sum + joint, 0);
          expect(probability).toBeCloseTo(exact / total, 9);
        }
      }),
    );
  });

  it("holds all of the probability on up to four suspects, most probable first", () => {
    fc.assert(
      fc.property(networkWithEvidence(4), ({ network, evidence }) => {
        const { sets, mass } = candidateDiagnoses(network, evidence, posteriors(network, evidence));
        expect(mass).toBeGreaterThan(1 - 2e-4); // sets a hundred thousand times rarer than the best are left out
        const probabilities = sets.map(({ probability }) => probability);
        expect(probabilities).toEqual(probabilities.toSorted((a, b) => b - a));
      }),
    );
  });

  it("says how much of all probability the listed sets hold", () => {
    const faults = 14;
    const network = {
      prior: new Float64Array(faults).fill(0.5),
      leak: Float64Array.of(0.5),
      links: [Array.from({ length: faults }, (_, fault) => ({ fault, strength: 0.01 }))],
    };
    const evidence = { positive: [0], negative: [] };
    const { sets, mass } = candidateDiagnoses(network, evidence, posteriors(network, evidence));
    // 256 of 2^14 near-equal sets.
    expect(sets).toHaveLength(256);
    expect(mass).toBeGreaterThan(0.013);
    expect(mass).toBeLessThan(0.019);
  });

  it("finds the set of six faults behind six findings", () => {
    const faults = 12;
    const network = {
      prior: new Float64Array(faults).fill(0.02),
      leak: new Float64Array(6).fill(0.001),
      links: Array.from({ length: 6 }, (_, symptom) => [
        { fault: symptom, strength: 0.9 },
        { fault: 6 + symptom, strength: 0.3 },
      ]),
    };
    const evidence = { positive: [0, 1, 2, 3, 4, 5], negative: [] };
    const { sets } = candidateDiagnoses(network, evidence, posteriors(network, evidence));
    expect(sets[0]!.faults.toSorted((a, b) => a - b)).toEqual([0, 1, 2, 3, 4, 5]);
  });

  it("suspects every fault while nothing was seen, and only possible causes afterwards", () => {
    const network = {
      prior: Float64Array.of(0.1, 0.1),
      leak: Float64Array.of(0.1, 0.1),
      links: [[{ fault: 0, strength: 0.9 }], [{ fault: 1, strength: 0.9 }]],
    };
    expect([...explainersOf(network, { positive: [], negative: [] })]).toEqual([0, 1]);
    expect([...explainersOf(network, { positive: [1], negative: [] })]).toEqual([1]);
    const evidence = { positive: [1], negative: [0] };
    const { background } = candidateDiagnoses(network, evidence, posteriors(network, evidence));
    expect(background[1]).toBe(0);
    expect(background[0]).toBeCloseTo(posteriors(network, evidence).marginal[0]!, 12);
  });
});

describe("absorbNegatives", () => {
  it("gives the exact posterior when every known symptom is false", () => {
    fc.assert(
      fc.property(networkWithEvidence(6), ({ network, evidence }) => {
        const negative = [...evidence.negative, ...evidence.positive];
        const sets = enumerateSets(network, { positive: [], negative });
        const total = sets.reduce((sum, { joint }) => sum + joint, 0);
        const { probability, likelihood } = absorbNegatives(network, negative);
        expect(Math.abs(likelihood / total - 1)).toBeLessThan(1e-9);
        probability.forEach((p, fault) => {
          const exact = sets.reduce((sum, { present, joint }) => sum + (present[fault] ? joint : 0), 0) / total;
          expect(p).toBeCloseTo(exact, 9);
        });
      }),
    );
  });

  it("lowers a fault by what it should have shown, and leaves others alone", () => {
    const network = {
      prior: Float64Array.of(0.5, 0.5),
      leak: Float64Array.of(0),
      links: [[{ fault: 0, strength: 0.9 }]],
    };
    const { probability } = absorbNegatives(network, [0]);
    expect(probability[0]).toBeCloseTo(0.05 / 0.55, 12);
    expect(probability[1]).toBe(0.5);
  });
});
