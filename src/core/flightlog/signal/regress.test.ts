import { correlation, regress } from "./regress";

// NIST/ITL Statistical Reference Datasets, linear regression, "Longley" (16 years, 6 columns that go together closely): certified
// slopes and standard errors.
const LONGLEY = [
  [60323, 83.0, 234289, 2356, 1590, 107608, 1947],
  [61122, 88.5, 259426, 2325, 1456, 108632, 1948],
  [60171, 88.2, 258054, 3682, 1616, 109773, 1949],
  [61187, 89.5, 284599, 3351, 1650, 110929, 1950],
  [63221, 96.2, 328975, 2099, 3099, 112075, 1951],
  [63639, 98.1, 346999, 1932, 3594, 113270, 1952],
  [64989, 99.0, 365385, 1870, 3547, 115094, 1953],
  [63761, 100.0, 363112, 3578, 3350, 116219, 1954],
  [66019, 101.2, 397469, 2904, 3048, 117388, 1955],
  [67857, 104.6, 419180, 2822, 2857, 118734, 1956],
  [68169, 108.4, 442769, 2936, 2798, 120445, 1957],
  [66513, 110.8, 444546, 4681, 2637, 121950, 1958],
  [68655, 112.6, 482704, 3813, 2552, 123366, 1959],
  [69564, 114.2, 502601, 3931, 2514, 125368, 1960],
  [69331, 115.7, 518173, 4806, 2572, 127852, 1961],
  [70551, 116.9, 554894, 4007, 2827, 130081, 1962],
] as const;
const CERTIFIED = [
  15.0618722713733, -0.035819179292591, -2.02022980381683, -1.03322686717359, -0.0511041056535807, 1829.15146461355,
];
const CERTIFIED_ERRORS = [
  84.9149257747669, 0.0334910077722432, 0.488399681651699, 0.214274163161675, 0.22607320006937, 455.478499142212,
];

describe("regress", () => {
  const columns = [1, 2, 3, 4, 5, 6].map((at) => LONGLEY.map((row) => row[at]!));
  const y = LONGLEY.map(([employed]) => employed);

  it("reproduces the certified slopes of the NIST Longley data to 6 digits", () => {
    const { slopes, tValues, rSquared } = regress(columns, y)!;
    slopes.forEach((slope, at) => {
      expect(slope / CERTIFIED[at]!).toBeCloseTo(1, 6);
      expect(slope / tValues[at]! / CERTIFIED_ERRORS[at]!).toBeCloseTo(1, 6);
    });
    expect(rSquared).toBeCloseTo(0.995479004577296, 9);
  });

  it("leaves rows with a blank out", () => {
    const x = [0, 1, 2, 3, NaN, 5, 6, 7];
    expect(regress([x], [1, 3, 5, 7, 100, 11, 13, 15.0001])!.slopes[0]).toBeCloseTo(2, 3);
  });

  it("says nothing when the columns are one, when there is no spread, or when there are too few rows", () => {
    const x = [1, 2, 3, 4, 5, 6, 7, 8];
    expect(regress([x, x.map((each) => 2 * each)], [2, 1, 4, 3, 6, 5, 8, 7])).toBeNull();
    expect(
      regress(
        [x],
        x.map(() => 1),
      ),
    ).toBeNull();
    expect(regress([[1, 2]], [1, 2])).toBeNull();
  });
});

describe("correlation", () => {
  it("is that of Anscombe's first set (F. J. Anscombe, American Statistician 27, 1973)", () => {
    const x = [10, 8, 13, 9, 11, 14, 6, 4, 12, 7, 5];
    const y = [8.04, 6.95, 7.58, 8.81, 8.33, 9.96, 7.24, 4.26, 10.84, 4.82, 5.68];
    expect(correlation(x, y)).toBeCloseTo(0.816, 3);
    expect(
      correlation(
        x,
        y.map((each) => -each),
      ),
    ).toBeCloseTo(-0.816, 3);
  });
});
