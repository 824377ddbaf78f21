import fc from "fast-check";
import { posteriors } from "./posteriors";
import { enumerateSets, networkWithEvidence } from "./testNetworks";

describe("posteriors", () => {
  // D. M. Eddy, "Probabilistic reasoning in clinical medicine", in Kahneman, Slovic & Tversky (eds.), Judgment under
  // Uncertainty, Cambridge 1982, p. 252: prior 1 %, sensitivity 80 % (79.2 + leak), false alarms 9.6 % give 7.8 %.
  it("gives 7.8 % for Eddy's case", () => {
    const leak = 0.096;
    const strength = 1 - (1 - 0.8) / (1 - leak); // so that P(positive | disease) is 0.8 with the leak in it
    const network = { prior: Float64Array.of(0.01), leak: Float64Array.of(leak), links: [[{ fault: 0, strength }]] };
    const { marginal } = posteriors(network, { positive: [0], negative: [] });
    expect(marginal[0]).toBeCloseTo(0.0776, 4);
  });

  it("agrees with enumeration of all fault sets on random networks of up to 12 faults", () => {
    fc.assert(
      fc.property(networkWithEvidence(12), ({ network, evidence }) => {
        const sets = enumerateSets(network, evidence);
        const total = sets.reduce((sum, { joint }) => sum + joint, 0);
        const { marginal, likelihood } = posteriors(network, evidence);
        expect(Math.abs(likelihood / total - 1)).toBeLessThan(1e-9);
        network.prior.forEach((_, fault) => {
          const exact = sets.reduce((sum, { present, joint }) => sum + (present[fault] ? joint : 0), 0) / total;
          expect(Math.abs(marginal[fault]! - exact)).toBeLessThan(1e-9);
        });
      }),
      { numRuns: 150 },
    );
  });

  it("gives the same whatever the order of the evidence", () => {
    fc.assert(
      fc.property(networkWithEvidence(8), ({ network, evidence }) => {
        const forwards = posteriors(network, evidence).marginal;
        const backwards = posteriors(network, {
          positive: [...evidence.positive].reverse(),
          negative: [...evidence.negative].reverse(),
        }).marginal;
        forwards.forEach((value, fault) => expect(backwards[fault]).toBeCloseTo(value, 12));
      }),
    );
  });

  it("keeps its digits with sixteen true readings of tiny probability, where signed sums would cancel", () => {
    const readings = 16;
    const network = {
      prior: Float64Array.of(1e-4, 1e-4),
      leak: new Float64Array(readings).fill(1e-4),
      links: Array.from({ length: readings }, (_, reading) => [{ fault: reading % 2, strength: 0.9 }]),
    };
    const evidence = { positive: [...Array(readings).keys()], negative: [] };
    const sets = enumerateSets(network, evidence);
    const total = sets.reduce((sum, { joint }) => sum + joint, 0);
    expect(posteriors(network, evidence).likelihood / total).toBeCloseTo(1, 10);
  });

  it("refuses more than sixteen true readings", () => {
    const network = {
      prior: Float64Array.of(0.1),
      leak: new Float64Array(17).fill(0.1),
      links: Array.from({ length: 17 }, () => []),
    };
    expect(() => posteriors(network, { positive: [...Array(17).keys()], negative: [] })).toThrow(
      expect.objectContaining({ code: "too_many_positives" }),
    );
  });

  it("refuses evidence that the network gives no chance", () => {
    const network = { prior: Float64Array.of(0.1), leak: Float64Array.of(0), links: [[]] };
    expect(() => posteriors(network, { positive: [0], negative: [] })).toThrow(
      expect.objectContaining({ code: "impossible_evidence" }),
    );
  });
});
