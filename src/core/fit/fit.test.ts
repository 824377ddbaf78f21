import { seededRandom, gaussian } from "../../sim/random";
import { fitLine } from "./fitLine";
import { halfWidth, linearFit } from "./linearFit";
import { median, robustScores } from "./robust";

// NIST Statistical Reference Datasets, linear regression, set Norris (J. Norris, calibration of ozone monitors): y, x.
const NORRIS = `0.1 0.2|338.8 337.4|118.1 118.2|888.0 884.6|9.2 10.1|228.1 226.5|668.5 666.3|998.5 996.3|449.1 448.6
778.9 777.0|559.2 558.2|0.3 0.4|0.1 0.6|778.1 775.5|668.8 666.9|339.3 338.0|448.9 447.5|10.8 11.6|557.7 556.0|228.3 228.1
998.0 995.8|888.8 887.6|119.6 120.2|0.3 0.3|0.6 0.3|557.6 556.8|339.3 339.1|888.0 887.2|998.5 999.0|778.9 779.0|10.2 11.1
117.6 118.3|228.9 229.2|668.4 669.1|449.2 448.9|0.2 0.5`
  .split(/[|\n]/)
  .map((pair) => pair.trim().split(" ").map(Number))
  .map(([y, x]) => ({ x: x!, y: y! }));

describe("fitLine", () => {
  it("comes to the certified values of the NIST set Norris", () => {
    const { slope, intercept, residualSd, degreesOfFreedom } = fitLine(NORRIS);
    expect(NORRIS).toHaveLength(36);
    expect(slope.value).toBeCloseTo(1.00211681802045, 11);
    expect(intercept.value).toBeCloseTo(-0.262323073774029, 11);
    expect(slope.error).toBeCloseTo(0.429796848199937e-3, 11);
    expect(intercept.error).toBeCloseTo(0.232818234301152, 10);
    expect(residualSd).toBeCloseTo(0.884796396144373, 11);
    expect(degreesOfFreedom).toBe(34);
  });

  it("names the wild point, and fits as if it had never been measured", () => {
    const points = Array.from({ length: 12 }, (_, x) => ({ x, y: 2 * x + 1 + (x % 2 ? 0.01 : -0.01) }));
    const wild = points.map((point, at) => (at === 7 ? { ...point, y: 40 } : point));
    const { outliers, slope } = fitLine(wild, { marksOutliers: true });
    expect(outliers).toEqual([7]);
    expect(slope.value).toBeCloseTo(2, 2);
    expect(fitLine(wild).slope.value).not.toBeCloseTo(2, 1);
  });

  it("covers the true slope and line in 93 to 97 % of 2,000 noisy sets", () => {
    const random = seededRandom(31);
    const covered = { slope: 0, band: 0 };
    for (let set = 0; set < 2000; set++) {
      const points = Array.from({ length: 8 }, (_, x) => ({ x, y: 3 - 0.7 * x + 0.2 * gaussian(random) }));
      const { slope, slopeHalfWidth, intercept, bandAt } = fitLine(points);
      if (Math.abs(slope.value + 0.7) <= slopeHalfWidth) covered.slope++;
      if (Math.abs(intercept.value + slope.value * 5 - (3 - 3.5)) <= bandAt(5)) covered.band++;
    }
    for (const count of Object.values(covered)) {
      expect(count / 2000).toBeGreaterThan(0.93);
      expect(count / 2000).toBeLessThan(0.97);
    }
  });

  it.each<[string, { x: number; y: number }[], RegExp]>([
    ["three points", [1, 2, 3].map((x) => ({ x, y: x })), /at least 4 points, found 3/],
    ["points at one place", [1, 2, 3, 4].map((y) => ({ x: 5, y })), /no line can be drawn/],
    ["a point without a number", [1, 2, 3, NaN].map((x) => ({ x, y: 1 })), /two numbers/],
  ])("refuses %s", (_, points, message) => expect(() => fitLine(points)).toThrow(message));
});

describe("linearFit", () => {
  it("recovers several coefficients of very different size", () => {
    const rows = Array.from({ length: 20 }, (_, at) => [1, at, (at * 1e4) ** 2]);
    const y = rows.map(([one, a, b]) => 4 * one! - 2 * a! + 3e-9 * b!);
    const { coefficients, residualSd } = linearFit(rows, y);
    expect(coefficients[0]!.value).toBeCloseTo(4, 8);
    expect(coefficients[1]!.value).toBeCloseTo(-2, 8);
    expect(coefficients[2]!.value / 3e-9).toBeCloseTo(1, 8);
    expect(residualSd).toBeLessThan(1e-8);
  });

  it("refuses columns that say the same thing", () => {
    expect(() =>
      linearFit(
        [1, 2, 3, 4].map((x) => [x, 2 * x]),
        [1, 2, 3, 4],
      ),
    ).toThrow(/do not tell/);
  });

  // Student's t, 97.5 % point with 34 degrees of freedom: 2.032 (tables; value from memory).
  it("widens a standard error by Student's t", () =>
    expect(halfWidth({ value: 0, error: 1 }, 34)).toBeCloseTo(2.032, 3));
});

describe("robust figures", () => {
  it("take the middle, whatever lies outside", () => {
    expect(median([3, 1, 1000])).toBe(3);
    expect(median([4, 1, 2, 3])).toBe(2.5);
    expect(median([])).toBeNaN();
  });

  it("score a wild value high and its neighbours low, and none when all are alike", () => {
    const scores = robustScores([10, 10.1, 9.9, 10, 14]);
    expect(scores[4]).toBeGreaterThan(3.5);
    expect(Math.max(...scores.slice(0, 4).map(Math.abs))).toBeLessThan(1.5);
    expect(robustScores([5, 5, 5])).toEqual([0, 0, 0]);
  });
});

describe("fitLine with outliers left out", () => {
  const table = (seed: number, count: number) => {
    const random = seededRandom(seed);
    return Array.from({ length: count }, (_, at) => ({ x: at + 1, y: 0.3 + 1.2 * (at + 1) + 0.05 * gaussian(random) }));
  };
  const tables = Array.from({ length: 2000 }, (_, seed) =>
    fitLine(table(seed, 6 + (seed % 5)), { marksOutliers: true }),
  );

  it("throws a good point out of hardly one clean table in fifty, of six to ten points", () => {
    // 23 to 35 of a hundred before; 1 % by the level, and no more than the binomial error of 2,000 tables above it.
    const lost = tables.filter(({ outliers }) => outliers.length > 0).length / tables.length;
    expect(lost).toBeLessThan(0.02);
  });

  it("gives intervals that hold the true slope 95 times in a hundred", () => {
    const held = tables.filter(({ slope, slopeHalfWidth }) => Math.abs(slope.value - 1.2) <= slopeHalfWidth).length;
    expect(held / tables.length).toBeGreaterThan(0.93);
    expect(held / tables.length).toBeLessThan(0.97);
  });

  it("finds a slip of the pen, and two of them, in a table of twelve", () => {
    const points = table(5, 12);
    points[3]!.y += 2;
    expect(fitLine(points, { marksOutliers: true }).outliers).toEqual([3]);
    points[9]!.y -= 3;
    expect(fitLine(points, { marksOutliers: true }).outliers).toEqual([3, 9]);
  });
});
