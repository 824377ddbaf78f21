import fc from "fast-check";
import { bandRms, hann, strongestLine, welch } from "./spectrum";

/** A made-up signal that any language can write again: noise of a linear congruence and a sine. */
function signal(): number[] {
  let state = 12345;
  return Array.from({ length: 2000 }, (_, at) => {
    state = Number((1103515245n * BigInt(state) + 12345n) % 2n ** 31n);
    return state / 2 ** 31 - 0.5 + 3 * Math.sin((2 * Math.PI * 50 * at) / 1000);
  });
}

const SCIPY: readonly (readonly [bin: number, density: number])[] = [
  [1, 0.00016352171534],
  [5, 0.000174296272022],
  [12, 0.326144886757],
  [13, 0.734024404953],
  [14, 0.096951757669],
  [40, 0.000172945606611],
  [100, 0.000199289813418],
  [127, 0.000141498224797],
  [128, 5.66897093437e-5],
];

describe("welch", () => {
  it("gives the densities that SciPy 1.17.1 gives (signal.welch, hann, nperseg 256, noverlap 128, constant detrend)", () => {
    const { density, stepHz, segments } = welch(signal(), 1000, 256)!;
    expect([stepHz, segments]).toEqual([1000 / 256, 14]);
    for (const [bin, value] of SCIPY) expect(density[bin]! / value - 1).toBeCloseTo(0, 9);
  });

  it("keeps the power of a signal (Parseval)", () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: -5, max: 5, noNaN: true }), { minLength: 64, maxLength: 64 }), (values) => {
        const mean = values.reduce((sum, each) => sum + each, 0) / 64;
        const window = hann(64);
        const power = values.reduce((sum, each, at) => sum + ((each - mean) * window[at]!) ** 2, 0);
        const { density, stepHz } = welch(values, 100, 64)!;
        const total =
          density.reduce((sum, each) => sum + each, 0) * stepHz * window.reduce((sum, each) => sum + each * each, 0);
        expect(total).toBeCloseTo(power, 6);
      }),
    );
  });

  it("finds the amplitude of a sine within 1 % and its frequency within a tenth of a bin, wherever it lies between two", () => {
    for (const hz of [40, 40.7, 41.3, 41.9, 42.5]) {
      const sine = Array.from({ length: 8000 }, (_, at) => 2.5 * Math.cos((2 * Math.PI * hz * at) / 1000 + 0.4));
      const spectrum = welch(sine, 1000, 1024)!;
      const line = strongestLine(spectrum, 20, 80)!;
      expect(Math.abs(line.hz - hz)).toBeLessThan(0.1 * spectrum.stepHz);
      expect(line.amplitude / 2.5).toBeGreaterThan(0.99);
      expect(line.amplitude / 2.5).toBeLessThan(1.01);
      expect(bandRms(spectrum, 30, 55)).toBeCloseTo(2.5 / Math.SQRT2, 2);
    }
  });

  it("says nothing of a signal that is shorter than a segment", () => expect(welch([1, 2, 3], 100, 8)).toBeNull());
});
