import fc from "fast-check";
import { fromSi, QUANTITIES, toSi, type Unit } from "./quantities";

describe("units", () => {
  it("go to SI and back without loss, every one of them", () => {
    const units: Unit[] = Object.values(QUANTITIES).flat();
    fc.assert(
      fc.property(fc.constantFrom(...units), fc.double({ min: -1e4, max: 1e4, noNaN: true }), (unit, value) => {
        expect(fromSi(toSi(value, unit), unit)).toBeCloseTo(value, 6);
      }),
    );
  });

  // By definition: NIST SP 811, appendix B.
  it.each<[number, Unit, number]>([
    [1, QUANTITIES.propLength[0], 0.0254],
    [212, QUANTITIES.temperature[1], 373.15],
    [1, QUANTITIES.charge[1], 3600],
    [16, QUANTITIES.thrust[2], 4.4482216152605],
    [60, QUANTITIES.speed[2], 26.8224],
  ])("%d of a unit is what it is in SI", (value, unit, si) => expect(toSi(value, unit)).toBeCloseTo(si, 9));
});
