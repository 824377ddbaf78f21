import { CELL_CURVES, CHEMISTRIES, restCharge, usableShare } from "./chemistries";

describe.each(CHEMISTRIES)("%s", (chemistry) => {
  const { rest, fullV, emptyV } = CELL_CURVES[chemistry];

  it("has a curve that rises from empty to full in volts and in charge", () => {
    for (let at = 1; at < rest.length; at++) {
      expect(rest[at]![0]).toBeGreaterThan(rest[at - 1]![0]);
      expect(rest[at]![1]).toBeGreaterThan(rest[at - 1]![1]);
    }
    expect([rest[0]![1], rest.at(-1)![1]]).toEqual([0, 1]);
    expect(rest.at(-1)![0]).toBeLessThanOrEqual(fullV);
    expect(emptyV).toBeLessThan(rest[3]![0]);
  });

  it("gives the table's own points back and stays within 0 and 1 beyond them", () => {
    for (const [volts, share] of rest) expect(restCharge(volts, chemistry)).toBeCloseTo(share, 9);
    expect(restCharge(0, chemistry)).toBe(0);
    expect(restCharge(9, chemistry)).toBe(1);
  });

  it("leaves more behind at a higher load, and nothing usable when the load pulls it below empty at once", () => {
    expect(usableShare(20, 0.01, chemistry)).toBeLessThan(usableShare(5, 0.01, chemistry));
    expect(usableShare(1000, 0.01, chemistry)).toBe(0);
  });
});
