import { fitThermal } from "./fitThermal";

// Readings of a body that warms, made with noise; fitted by SciPy's curve_fit (Levenberg-Marquardt, tolerances 1e-14), which shares nothing
// with the search here.
const WARMING = [
  23.92, 30.02, 35.81, 40.23, 44.55, 48.4, 50.98, 53.79, 56.38, 58.22, 59.64, 61.64, 62.89, 63.71, 64.97, 65.77, 66.74,
  66.98, 67.5, 68.36,
].map((temperatureC, at) => ({ timeS: 7.5 * at, temperatureC }));

describe("fitThermal", () => {
  it("comes to what SciPy's curve_fit does, and to its errors", () => {
    const { steadyC, timeConstantS, startC, residualSd } = fitThermal(WARMING);
    expect(steadyC.value).toBeCloseTo(71.32908454, 5);
    expect(startC).toBeCloseTo(23.85756187, 5);
    expect(timeConstantS.value).toBeCloseTo(52.4919191, 5);
    // Before: n - 2 degrees of freedom for three figures, and so 3 % too small.
    expect(residualSd).toBeCloseTo(0.188776096, 7);
    expect(steadyC.error).toBeCloseTo(0.171721936, 5);
    expect(timeConstantS.error).toBeCloseTo(0.552153959, 5);
  });

  it("says nothing of a curve that has not bent", () =>
    expect(() =>
      fitThermal(
        WARMING.map(({ timeS, temperatureC }) => ({ timeS, temperatureC: 24 + 0.02 * timeS + 0 * temperatureC })),
      ),
    ).toThrow(/not bent yet/));
});
