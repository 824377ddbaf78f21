import { seededRandom } from "../../../sim/random";
import { meanOnLevels, spectrumMap, type SpectrumMap } from "./spectrumMap";

const RATE_HZ = 1000;
const ROWS = 60_000;

/** Speed of the motors that rises from 6,000 to 12,000 rpm over a minute. */
const rpm = Float64Array.from({ length: ROWS }, (_, row) => 6000 + (6000 * row) / ROWS);

/** A turning line of amplitude 3, a line of the frame at 85 Hz of amplitude 2, and noise. */
function shaken(): Float64Array {
  const random = seededRandom(5);
  let phase = 0;
  return Float64Array.from(rpm, (speed, row) => {
    phase += (2 * Math.PI * speed) / 60 / RATE_HZ;
    return 3 * Math.sin(phase) + 2 * Math.sin((2 * Math.PI * 85 * row) / RATE_HZ) + 0.1 * (random() - 0.5);
  });
}

/** Strongest frequency of a level beyond a frequency, Hz. */
function peakHz({ density, bins, stepHz }: SpectrumMap, level: number, fromHz = 0, toHz = Infinity): number {
  const row = [...density.subarray(level * bins, (level + 1) * bins)].map((each, bin) =>
    bin * stepHz >= fromHz && bin * stepHz <= toHz ? each : 0,
  );
  return row.indexOf(Math.max(...row)) * stepHz;
}

describe("spectrumMap", () => {
  const map = spectrumMap(shaken(), rpm, RATE_HZ)!;
  const middles = map.starts.map((_, level) => (map.edges[level]! + map.edges[level + 1]!) / 2);

  it("shows a rotor's line at its turning speed on every level, and the frame's where it is", () => {
    middles.forEach((speed, level) => {
      expect(Math.abs(peakHz(map, level, 95) - speed / 60)).toBeLessThanOrEqual(2 * map.stepHz);
      expect(Math.abs(peakHz(map, level, 60, 95) - 85)).toBeLessThanOrEqual(map.stepHz);
    });
  });

  it("holds the power of what was measured on each level (Parseval)", () => {
    // 3²/2 + 2²/2 and the little noise
    middles.forEach((_, level) => {
      const power = map.density.subarray(level * map.bins, (level + 1) * map.bins).reduce((sum, each) => sum + each, 0);
      expect(power * map.stepHz).toBeGreaterThan(6.5 * 0.95);
      expect(power * map.stepHz).toBeLessThan(6.5 * 1.05);
    });
  });

  it("knows how fast the rotors turned on each level", () => {
    const speeds = meanOnLevels(map, rpm);
    middles.forEach((speed, level) => expect(speeds[level]! / speed).toBeCloseTo(1, 2));
  });

  it("uses each segment once, and leaves a level empty that was never flown at", () => {
    expect(map.starts.flat()).toHaveLength(Math.floor((ROWS - 512) / 256) + 1);
    const twoSpeeds = Float64Array.from(rpm, (_, row) => (row < ROWS / 2 ? 5000 : 9000));
    const jump = spectrumMap(shaken(), twoSpeeds, RATE_HZ)!;
    expect(jump.starts[0]!.length).toBeGreaterThan(50);
    expect(jump.starts[7]).toEqual([]);
    expect(jump.density[7 * jump.bins + 3]).toBeNaN();
  });

  it("draws nothing of too short a stretch, or of a drive that never moves", () => {
    expect(spectrumMap(shaken(), rpm, RATE_HZ, 0, 1000)).toBeNull();
    expect(spectrumMap(shaken(), new Float64Array(ROWS).fill(0.5), RATE_HZ)).toBeNull();
  });
});
