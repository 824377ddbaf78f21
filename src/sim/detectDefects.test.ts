import { detectDefects, motorCoverage } from "./detectDefects";

describe("defects of the simulator", () => {
  // The middle severity, twenty seeds and fifty healthy craft for each kind of run; npm run bench does all of it with fifty.
  const rows = detectDefects(20, [2], 50);

  it("are found in at least 95 % of 20 seeds at the middle severity, and named in the first reason", () => {
    for (const row of rows.filter(({ severity }) => severity === 2)) {
      expect(row).toMatchObject({ foundShare: expect.any(Number) });
      expect(`${row.defect} ${row.foundShare >= 0.95}`).toBe(`${row.defect} true`);
      expect(`${row.defect} ${row.namedShare! >= 0.95}`).toBe(`${row.defect} true`);
    }
  });

  it("raise a false alarm in at most 2 % of healthy craft, for each kind of run", () => {
    for (const { kind, foundShare } of rows.filter(({ defect }) => defect === "healthy"))
      expect(`${kind} ${foundShare <= 0.02}`).toBe(`${kind} true`);
  });

  it("leave intervals of Kv, R and I0 that cover the truth 93 to 97 % of the time", () => {
    for (const share of Object.values(motorCoverage(1500))) {
      expect(share).toBeGreaterThan(0.93);
      expect(share).toBeLessThan(0.97);
    }
  });
});
