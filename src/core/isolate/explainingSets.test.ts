import fc from "fast-check";
import { absorbNegatives } from "./absorbNegatives";
import { explainersOf, explainingSets } from "./explainingSets";
import { posteriors } from "./posteriors";
import { enumerateSets, networkWithEvidence } from "./testNetworks";

describe("explainingSets", () => {
  it("gives each listed set its exact probability, the other faults summed out", () => {
    fc.assert(
      fc.property(networkWithEvidence(6), ({ network, evidence }) => {
        const suspects = explainersOf(network, evidence.positive);
        const all = enumerateSets(network, evidence);
        const total = all.reduce((sum, { joint }) => sum + joint, 0);
        const { sets } = explainingSets(network, evidence, posteriors(network, evidence));
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

  it("holds all of the probability on up to three suspects, most probable first", () => {
    fc.assert(
      fc.property(networkWithEvidence(3), ({ network, evidence }) => {
        const { sets, mass } = explainingSets(network, evidence, posteriors(network, evidence));
        expect(mass).toBeCloseTo(1, 9);
        const probabilities = sets.map(({ probability }) => probability);
        expect(probabilities).toEqual(probabilities.toSorted((a, b) => b - a));
      }),
    );
  });

  it("says when combinations of more than three are left out", () => {
    const faults = 5;
    const network = {
      prior: new Float64Array(faults).fill(0.5),
      leak: Float64Array.of(0.5),
      links: [Array.from({ length: faults }, (_, fault) => ({ fault, strength: 0.01 }))],
    };
    const evidence = { positive: [0], negative: [] };
    const { mass } = explainingSets(network, evidence, posteriors(network, evidence));
    // Of 32 near-equal sets of five faults, 26 have at most three.
    expect(mass).toBeGreaterThan(0.75);
    expect(mass).toBeLessThan(0.85);
  });

  it("suspects every fault while nothing was seen, and only possible causes afterwards", () => {
    const network = {
      prior: Float64Array.of(0.1, 0.1),
      leak: Float64Array.of(0.1, 0.1),
      links: [[{ fault: 0, strength: 0.9 }], [{ fault: 1, strength: 0.9 }]],
    };
    expect([...explainersOf(network, [])]).toEqual([0, 1]);
    expect([...explainersOf(network, [1])]).toEqual([1]);
    const evidence = { positive: [1], negative: [0] };
    const { background } = explainingSets(network, evidence, posteriors(network, evidence));
    expect(background[1]).toBe(0);
    expect(background[0]).toBeCloseTo(posteriors(network, evidence).marginal[0]!, 12);
  });
});

describe("absorbNegatives", () => {
  it("gives the exact posterior when every known reading is false", () => {
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
