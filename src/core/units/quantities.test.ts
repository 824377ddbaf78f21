import fc from "fast-check";
import { findUnit, fromSi, QUANTITIES, toSi, type Quantity, type Unit, unitInside } from "./quantities";

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
    [212, QUANTITIES.temperature[1], 100],
    [373.15, QUANTITIES.temperature[2], 100],
    [1, QUANTITIES.charge[1], 3600],
    [16, QUANTITIES.thrust[2], 4.4482216152605],
    [60, QUANTITIES.speed[2], 26.8224],
  ])("%d of a unit is what it is inside", (value, unit, si) => expect(toSi(value, unit)).toBeCloseTo(si, 9));

  it("are found by their symbol within their quantity, however it is spelled", () => {
    expect(findUnit("thrust", "g")!.factor).toBeCloseTo(0.00980665, 12);
    expect(findUnit("acceleration", "g")!.factor).toBe(9.80665);
    expect(findUnit("acceleration", "m/s2")).toBe(QUANTITIES.acceleration[0]);
    expect(findUnit("time", "us")).toBe(findUnit("time", "µs"));
    expect(findUnit("share", "1")!.factor).toBe(1);
    expect(findUnit("voltage", "A")).toBeNull();
  });

  it.each<[Quantity, string, string]>([
    ["rotation", "revolutions per minute", "rpm"],
    ["rotation", "Radians per second", "rad/s"],
    ["temperature", "degrees Celsius", "°C"],
    ["time", "microseconds", "µs"],
    ["time", "milliseconds", "ms"],
    ["voltage", "millivolts", "mV"],
    ["current", "milliamps", "mA"],
    ["acceleration", "metres per second squared", "m/s²"],
    ["thrust", "kilograms", "kg"],
    ["share", "per cent", "%"],
  ])("are found written out: %s in %s", (quantity, spelled, symbol) => {
    expect(findUnit(quantity, spelled)?.symbol).toBe(symbol);
  });

  it("are not made of what is none", () => {
    expect(findUnit("voltage", "second")).toBeNull();
    expect(findUnit("rotation", "turns")).toBeNull();
    expect(findUnit("time", "flights per minute")).toBeNull();
  });

  it("keep rpm, degrees and °C as they are, and everything else in SI", () => {
    expect(
      ["rotation", "angle", "temperature", "pressure", "share"].map((each) => unitInside(each as Quantity).factor),
    ).toEqual([1, 1, 1, 1, 1]);
    expect(unitInside("rotation").symbol).toBe("rpm");
  });
});
