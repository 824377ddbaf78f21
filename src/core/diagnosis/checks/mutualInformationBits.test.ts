import fc from "fast-check";
import { mutualInformationBits } from "./mutualInformationBits";

describe("mutualInformationBits", () => {
  it.each<[string, number[], number, number]>([
    ["one bit for a fair coin read without error", [0.5, 0, 0, 0.5], 2, 1],
    ["log2 3 for three equal, told apart", [1, 0, 0, 0, 1, 0, 0, 0, 1], 3, Math.log2(3)],
    ["nothing for what is independent", [0.1, 0.3, 0.15, 0.45], 2, 0],
    ["nothing for an empty table", [0, 0, 0, 0], 2, 0],
    // A binary symmetric channel with error 0.11 and even input: 1 − H(0.11) = 0.5001 bit (Cover & Thomas, section 7.1.4).
    ["half a bit through a channel that errs 11 % of the time", [0.445, 0.055, 0.055, 0.445], 2, 0.5001],
  ])("gives %s", (_, joint, columns, bits) => expect(mutualInformationBits(joint, columns)).toBeCloseTo(bits, 4));

  it("is never negative, and the same for weights of any scale", () => {
    // Nothing, or a chance: figures next to the least a double can hold have no digits to be scaled.
    const weight = fc.oneof(fc.constant(0), fc.double({ min: 1e-12, max: 10, noNaN: true }));
    fc.assert(
      fc.property(fc.array(weight, { minLength: 6, maxLength: 6 }), (joint) => {
        const bits = mutualInformationBits(joint, 3);
        expect(bits).toBeGreaterThanOrEqual(0);
        const scaled = joint.map((value) => value * 1000);
        expect(mutualInformationBits(scaled, 3)).toBeCloseTo(bits, 9);
      }),
    );
  });
});
