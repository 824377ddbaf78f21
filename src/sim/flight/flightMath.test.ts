import fc from "fast-check";
import { quat } from "gl-matrix";
import { anglesOf, turnedOn } from "./flightMath";

const STEPS = 2000;

/** Turned at steady rates for some time. */
function turned(rates: readonly [number, number, number], seconds: number): number[] {
  let q = [1, 0, 0, 0];
  for (let step = 0; step < STEPS; step++) q = turnedOn(q, rates, seconds / STEPS);
  return q;
}

describe("turnedOn", () => {
  it.each([
    [0, [1.2, 0, 0]],
    [1, [0, 1.2, 0]],
    [2, [0, 0, 1.2]],
  ] as const)("turns about axis %i by rate times time", (axis, rates) =>
    expect(anglesOf(turned(rates, 1))[axis]).toBeCloseTo(1.2, 4),
  );

  it("comes where the quaternion of the whole turn is, and stays of length one", () => {
    const rate = fc.double({ min: -3, max: 3, noNaN: true });
    fc.assert(
      fc.property(rate, rate, rate, (a, b, c) => {
        const size = Math.hypot(a, b, c);
        const whole = quat.setAxisAngle(quat.create(), [a / (size || 1), b / (size || 1), c / (size || 1)], size);
        const [w, x, y, z] = turned([a, b, c], 1);
        expect(Math.hypot(w!, x!, y!, z!)).toBeCloseTo(1, 9);
        // q and −q are one attitude
        expect(Math.abs(w! * whole[3] + x! * whole[0] + y! * whole[1] + z! * whole[2])).toBeCloseTo(1, 4);
      }),
      { numRuns: 50 },
    );
  });
});
