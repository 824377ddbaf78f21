import { resolutionOf, roundingError } from "./resolution";

describe("the step of an instrument", () => {
  it("is found in readings of it, whatever was taken off them", () => {
    const hundreds = [3100, 5200, 5300, 7900, 11_000, 12_400, 18_100];
    expect(resolutionOf(hundreds)).toBe(100);
    expect(resolutionOf(hundreds.map((each) => each - 37.5))).toBeCloseTo(100, 9);
    expect(resolutionOf([0.1, 0.3, 1.2, 2.5, 7.7, 9.8, 9.9])).toBeCloseTo(0.1, 9);
  });

  it("is none where readings lie anywhere, or are few", () => {
    expect(resolutionOf([1.013, 2.4071, 3.3, 4.71, 5.002, 6.93, 8.1])).toBe(0);
    expect(resolutionOf([100, 200, 300])).toBe(0);
  });

  it("leaves a twelfth of its square as variance (even distribution, any textbook of statistics)", () =>
    expect(roundingError(12) ** 2).toBeCloseTo(12, 9));
});
