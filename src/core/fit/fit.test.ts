import { seededRandom, gaussian } from "../../sim/random";
import { fitLine } from "./fitLine";
import { halfWidth, linearFit } from "./linearFit";
import { median, robustScores } from "./robust";
import { residualParts } from "./residualParts";

// NIST Statistical Reference Datasets, linear regression, set Norris (J. Norris, calibration of ozone monitors): y, x.
const NORRIS = `0.1 0.2|338.8 337.4|118.1 118.2|888.0 884.6|9.2 10.1|228.1 226.5|668.5 666.3|998.5 996.3|449.1 448.6
778.9 777.0|559.2 558.2|0.3 0.4|0.1 0.6|778.1 775.5|668.8 666.9|339.3 338.0|448.9 447.5|10.8 11.6|557.7 556.0|228.3 228.1
998.0 995.8|888.8 887.6|119.6 120.2|0.3 0.3|0.6 0.3|557.6 556.8|339.3 339.1|888.0 887.2|998.5 999.0|778.9 779.0|10.2 11.1
117.6 118.3|228.9 229.2|668.4 669.1|449.2 448.9|0.2 0.5`
  .split(/[|\n]/)
  .map((pair) => pair.trim().split(" ").map(Number))
  .map(([y, x]) => ({ x: x!, y: y! }));

// NIST set Longley (J. W. Longley, JASA 62, 1967): y and six columns that say nearly the same.
const LONGLEY = `60323 83.0 234289 2356 1590 107608 1947|61122 88.5 259426 2325 1456 108632 1948
60171 88.2 258054 3682 1616 109773 1949|61187 89.5 284599 3351 1650 110929 1950|63221 96.2 328975 2099 3099 112075 1951
63639 98.1 346999 1932 3594 113270 1952|64989 99.0 365385 1870 3547 115094 1953|63761 100.0 363112 3578 3350 116219 1954
66019 101.2 397469 2904 3048 117388 1955|67857 104.6 419180 2822 2857 118734 1956|68169 108.4 442769 2936 2798 120445 1957
66513 110.8 444546 4681 2637 121950 1958|68655 112.6 482704 3813 2552 123366 1959|69564 114.2 502601 3931 2514 125368 1960
69331 115.7 518173 4806 2572 127852 1961|70551 116.9 554894 4007 2827 130081 1962`
  .split(/[|\n]/)
  .map((row) => row.trim().split(" ").map(Number));

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

  // NIST Statistical Reference Datasets, linear regression; data and certified values from memory.
  it("comes to the certified values of NoInt1, NoInt2, Wampler1 and Longley", () => {
    const noInt1 = Array.from({ length: 11 }, (_, at) => [60 + at, 130 + at] as const);
    const line = (points: readonly (readonly [number, number])[]) =>
      linearFit(
        points.map(([x]) => [x]),
        points.map(([, y]) => y),
      ).coefficients[0]!;
    expect(line(noInt1).value).toBeCloseTo(2.07438016528926, 12);
    expect(line(noInt1).error).toBeCloseTo(0.0165289256198347, 12);
    const noInt2 = [
      [4, 3],
      [5, 4],
      [6, 4],
    ] as const;
    expect(line(noInt2).value).toBeCloseTo(0.727272727272727, 13);
    expect(line(noInt2).error).toBeCloseTo(0.0420827318078432, 13);

    const powers = (x: number) => [0, 1, 2, 3, 4, 5].map((power) => x ** power);
    const wampler1 = linearFit(
      Array.from({ length: 21 }, (_, x) => powers(x)),
      Array.from({ length: 21 }, (_, x) => powers(x).reduce((sum, each) => sum + each, 0)),
    );
    for (const { value } of wampler1.coefficients) expect(value).toBeCloseTo(1, 6);

    const longley = linearFit(
      LONGLEY.map(([, ...x]) => [1, ...x]),
      LONGLEY.map(([y]) => y!),
    );
    [
      -3482258.63459582, 15.0618722713733, -0.035819179292591, -2.02022980381683, -1.03322686717359,
      -0.0511041056535807, 1829.15146461355,
    ].forEach((certified, at) => expect(longley.coefficients[at]!.value / certified).toBeCloseTo(1, 8));
    expect(longley.residualSd).toBeCloseTo(304.854073561965, 6);
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

describe("residualParts", () => {
  it("is 1 where the readings' scatter is all there is, and small where the model misses", () => {
    const random = seededRandom(5);
    const places = Array.from({ length: 40 }, (_, at) => Math.floor(at / 4) / 10);
    const scatter = places.map(() => gaussian(random));
    const ofScatter = residualParts(places, scatter);
    expect(ofScatter.scatter).toBeGreaterThan(0.8);
    expect(ofScatter.widening).toBeLessThan(1.4);
    const missed = scatter.map((one, at) => 0.05 * one + (places[at]! - 0.45) ** 2);
    const ofBoth = residualParts(places, missed);
    expect(ofBoth.scatter).toBeLessThan(0.6);
    // Four repeats at each place: half as wide as they pretend to make it.
    expect(ofBoth.widening).toBeGreaterThan(1.7);
    expect(ofBoth.widening).toBeLessThanOrEqual(2);
  });

  it("claims nothing without repeats", () =>
    expect(residualParts([0, 0.1, 0.2, 0.3], [1, -1, 1, -1])).toEqual({ scatter: 1, widening: 1 }));
});
