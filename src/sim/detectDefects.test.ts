import { detectMotorDefects, motorCoverage } from "./detectDefects";

describe("motor defects of the simulator", () => {
  const rows = detectMotorDefects(50);

  it("are found in at least 95 % of 50 seeds at the middle severity, in the right motor", () => {
    for (const { severity, foundShare, rightMotorShare } of rows) {
      if (severity !== 2) continue;
      expect(foundShare).toBeGreaterThanOrEqual(0.95);
      expect(rightMotorShare).toBeGreaterThanOrEqual(0.95);
    }
  });

  it("raise a false alarm in at most 2 % of healthy crafts", () => {
    expect(rows.find(({ defect }) => defect === "healthy")!.foundShare).toBeLessThanOrEqual(0.02);
  });

  it("leave intervals of Kv, R and I0 that cover the truth 93 to 97 % of the time", () => {
    for (const share of Object.values(motorCoverage(1500))) {
      expect(share).toBeGreaterThan(0.93);
      expect(share).toBeLessThan(0.97);
    }
  });
});
