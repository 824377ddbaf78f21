import { expectedCostOfCheck, expectedCost, type PricedCheck } from "./expectedCost";
import { planByTable, type RepairTable } from "./planRepairs";

/** Two repairs of 100 each, one of which is needed. */
const table: RepairTable = {
  repairs: ["a", "b"],
  cents: Float64Array.of(100, 100),
  needs: [[0], [1]],
  givenUpCents: 1e6,
};
const now = Float64Array.of(0.8, 0.2);
/** A check that says "a" with 80 % when a is needed and with 20 % when b is. */
const weak = (cents: number): PricedCheck => ({
  minutes: 1,
  cents,
  columns: 2,
  likelihood: Float64Array.of(0.8, 0.2, 0.2, 0.8),
});
const useless: PricedCheck = { minutes: 1, cents: 1, columns: 2, likelihood: Float64Array.of(0.7, 0.3, 0.7, 0.3) };

describe("expectedCost", () => {
  it("is the plan's cost when no check is left, or none tells anything", () => {
    const plan = planByTable(table, now);
    expect(plan).toBeCloseTo(100 + 0.2 * 100, 9);
    expect(expectedCost(table, now, [])).toBe(plan);
    expect(expectedCost(table, now, [useless])).toBe(plan);
  });

  it("sees that two checks pay off together where either alone changes nothing", () => {
    // After one "b" the odds are even, so that the plan costs what it cost: one check alone is a loss of its price.
    expect(expectedCost(table, now, [weak(1)])).toBe(planByTable(table, now));
    // After two, b is four times as likely as a: by hand, 1 + 0.32 · (1 + 0.5 · 120 + 0.5 · 120) + 0.68 · (100 + 6/68 · 100 …).
    const twoNo = 0.8 * 0.04 + 0.2 * 0.64;
    const afterYes = 0.8 * 0.8 + 0.2 * 0.2;
    const byHand =
      1 +
      afterYes * (100 + ((0.2 * 0.2) / afterYes) * 100) +
      (1 - afterYes) * 1 +
      twoNo * (100 + ((0.8 * 0.04) / twoNo) * 100) +
      (1 - afterYes - twoNo) * (100 + ((0.2 * 0.16) / (1 - afterYes - twoNo)) * 100);
    expect(expectedCost(table, now, [weak(1), weak(1)])).toBeCloseTo(byHand, 9);
    expect(byHand).toBeLessThan(planByTable(table, now));
  });

  it("never costs more than repairing at once, and a dear check is not done", () => {
    expect(expectedCost(table, now, [weak(500), weak(500)])).toBe(planByTable(table, now));
    expect(expectedCostOfCheck(weak(500), table, now, [])).toBeCloseTo(500 + planByTable(table, now), 9);
  });

  it("costs one check and one repair when a check tells all", () => {
    const sure: PricedCheck = { minutes: 5, cents: 10, columns: 2, likelihood: Float64Array.of(1, 0, 0, 1) };
    expect(expectedCost(table, now, [sure, useless])).toBeCloseTo(10 + 100, 9);
  });
});
