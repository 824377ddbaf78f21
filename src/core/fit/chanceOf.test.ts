import { chanceOf } from "./chanceOf";

describe("chanceOf", () => {
  // Quantiles of the beta distribution by SciPy 1.x, scipy.stats.beta.ppf(0.05 and 0.95, x + 1/2, n − x + 1/2).
  it.each([
    [0, 5, 0.083333, 0, 0.305746],
    [1, 10, 0.136364, 0.017892, 0.330563],
    [3, 8, 0.388889, 0.150107, 0.657175],
    [7, 7, 0.9375, 0.767535, 1],
    [12, 40, 0.304878, 0.193578, 0.427129],
    [150, 1000, 0.15035, 0.132182, 0.169312],
  ])("%i of %i is as SciPy has it", (happened, tried, chance, low, high) => {
    const found = chanceOf(happened, tried);
    expect(found.chance).toBeCloseTo(chance, 5);
    expect(found.low).toBeCloseTo(low, 5);
    expect(found.high).toBeCloseTo(high, 5);
  });

  it("knows nothing where nothing was tried", () => {
    expect(chanceOf(0, 0)).toMatchObject({ low: 0, high: 1 });
  });
});
