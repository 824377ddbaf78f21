import { detectDefects, motorCoverage } from "./detectDefects";

// A few seeds that show at once when a rule is broken; the figures that were asked for (95 % found, 2 % false alarms, intervals
// that cover 93 to 97 %) are measured with fifty seeds and two thousand motors by `npm run bench -- detection`.
describe("defects of the simulator", () => {
  const rows = detectDefects(4, [2], 8);

  it("are found at the middle severity, and named in the first reason", () => {
    for (const { defect, foundShare, namedShare } of rows.filter(({ severity }) => severity === 2))
      expect(`${defect} ${foundShare >= 0.75} ${namedShare! >= 0.75}`).toBe(`${defect} true true`);
  });

  it("raise no alarm on healthy craft", () => {
    for (const { kind, foundShare } of rows.filter(({ defect }) => defect === "healthy"))
      expect(`${kind} ${foundShare}`).toBe(`${kind} 0`);
  });

  it("leave intervals of Kv, R and I0 that cover the truth about 95 % of the time", () => {
    // 400 motors: three standard deviations of the share are 3.3 %.
    const { kv, resistanceOhm, noLoadA } = motorCoverage(400);
    expect(Math.abs(noLoadA - 0.95)).toBeLessThan(0.033);
    // Here windings stay cold and throttles begin at nothing: intervals that allow for real ones hold the truth more often. How often they do of
    // motors that others made is held in tests/fixtures/otherBench and thirdBench.
    for (const share of [kv, resistanceOhm]) expect(share).toBeGreaterThan(0.95 - 0.033);
  });
});
