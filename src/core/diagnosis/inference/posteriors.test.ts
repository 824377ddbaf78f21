import fc from "fast-check";
import { posteriors, posteriorsWithout } from "./posteriors";
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

  it("gives without some findings what it gives when they are not there at all", () => {
    fc.assert(
      fc.property(networkWithEvidence(10), fc.integer({ min: 0, max: 1023 }), ({ network, evidence }, picked) => {
        const gone = new Set(evidence.positive.filter((_, place) => (picked >> place) & 1));
        const fewer = { ...evidence, positive: evidence.positive.filter((symptom) => !gone.has(symptom)) };
        const [quick] = posteriorsWithout(network, evidence, [gone]).without;
        posteriors(network, fewer).marginal.forEach((value, fault) => expect(quick![fault]).toBeCloseTo(value, 9));
      }),
      { numRuns: 200 },
    );
  });

  it("leaves a doubtful finding out the same way, however doubtful it was", () => {
    const network = {
      prior: Float64Array.of(0.1, 0.2, 0.05),
      leak: Float64Array.of(0.02, 0.05),
      links: [
        [
          { fault: 0, strength: 0.8 },
          { fault: 1, strength: 0.4 },
        ],
        [
          { fault: 1, strength: 0.7 },
          { fault: 2, strength: 0.9 },
        ],
      ],
    };
    const doubtful = [{ symptom: 1, ifTrue: 0.7, ifFalse: 0.2 }];
    const [quick] = posteriorsWithout(network, { positive: [0], negative: [], doubtful }, [new Set([1])]).without;
    const { marginal } = posteriors(network, { positive: [0], negative: [] });
    expect([...quick!]).toEqual([...marginal].map((value) => expect.closeTo(value, 12)));
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

  it("keeps its digits with sixteen true symptoms of tiny probability, where signed sums would cancel", () => {
    const symptoms = 16;
    const network = {
      prior: Float64Array.of(1e-4, 1e-4),
      leak: new Float64Array(symptoms).fill(1e-4),
      links: Array.from({ length: symptoms }, (_, symptom) => [{ fault: symptom % 2, strength: 0.9 }]),
    };
    const evidence = { positive: [...Array(symptoms).keys()], negative: [] };
    const sets = enumerateSets(network, evidence);
    const total = sets.reduce((sum, { joint }) => sum + joint, 0);
    expect(posteriors(network, evidence).likelihood / total).toBeCloseTo(1, 10);
  });

  it("parts findings that share no fault, so that forty true symptoms stay exact and quick", () => {
    const faults = 20;
    const network = {
      prior: new Float64Array(faults).fill(0.05),
      leak: new Float64Array(2 * faults).fill(0.02),
      links: Array.from({ length: 2 * faults }, (_, symptom) => [{ fault: symptom >> 1, strength: 0.8 }]),
    };
    const { marginal, isExact } = posteriors(network, { positive: [...Array(2 * faults).keys()], negative: [] });
    const seen = 1 - 0.98 * 0.2; // P(symptom true | its fault), leak included
    const expected = (0.05 * seen ** 2) / (0.05 * seen ** 2 + 0.95 * 0.02 ** 2);
    expect(isExact).toBe(true);
    for (const probability of marginal) expect(probability).toBeCloseTo(expected, 12);
  });

  it("weighs a doubtful finding as the mixture of its symptom being true and false", () => {
    fc.assert(
      fc.property(
        networkWithEvidence(8),
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        ({ network, evidence }, trust) => {
          fc.pre(evidence.positive.length > 0);
          const [symptom, ...positive] = evidence.positive;
          const doubtful = [{ symptom: symptom!, ifTrue: trust, ifFalse: 1 - trust }];
          const result = posteriors(network, { positive, negative: evidence.negative, doubtful });
          const whenTrue = posteriors(network, { positive: [symptom!, ...positive], negative: evidence.negative });
          const whenFalse = posteriors(network, { positive, negative: [symptom!, ...evidence.negative] });
          const likelihood = trust * whenTrue.likelihood + (1 - trust) * whenFalse.likelihood;
          expect(Math.abs(result.likelihood / likelihood - 1)).toBeLessThan(1e-9);
          result.marginal.forEach((probability, fault) => {
            const mixed =
              trust * whenTrue.likelihood * whenTrue.marginal[fault]! +
              (1 - trust) * whenFalse.likelihood * whenFalse.marginal[fault]!;
            expect(Math.abs(probability - mixed / likelihood)).toBeLessThan(1e-9);
          });
        },
      ),
    );
  });

  it("says nothing new by a finding as likely true as false", () => {
    fc.assert(
      fc.property(networkWithEvidence(8), ({ network, evidence }) => {
        const open = network.links.findIndex((_, i) => ![...evidence.positive, ...evidence.negative].includes(i));
        fc.pre(open >= 0);
        const without = posteriors(network, evidence).marginal;
        const coin = { ...evidence, doubtful: [{ symptom: open, ifTrue: 0.5, ifFalse: 0.5 }] };
        posteriors(network, coin).marginal.forEach((value, fault) => expect(value).toBeCloseTo(without[fault]!, 10));
      }),
    );
  });

  it("refuses evidence that the network gives no chance", () => {
    const network = { prior: Float64Array.of(0.1), leak: Float64Array.of(0), links: [[]] };
    expect(() => posteriors(network, { positive: [0], negative: [] })).toThrow(
      expect.objectContaining({ code: "impossible_evidence" }),
    );
  });
});
