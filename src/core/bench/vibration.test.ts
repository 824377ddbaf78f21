import { gaussian, seededRandom } from "../../sim/random";
import { turnVibration } from "./vibration";

const RATE_HZ = 1000;

/** A line once a turn, one for three blades, gravity, and rumble. */
function recording({ rpm = 12_000, once = 8, blades = 3, rumble = 0, seconds = 0.5, rateHz = RATE_HZ, seed = 1 } = {}) {
  const random = seededRandom(seed);
  const turn = (2 * Math.PI * rpm) / 60;
  return Array.from({ length: Math.round(seconds * rateHz) }, (_, at) => {
    const timeS = at / rateHz;
    return 9.81 + once * Math.sin(turn * timeS + 0.7) + blades * Math.cos(2 * turn * timeS) + rumble * gaussian(random);
  });
}

describe("turnVibration", () => {
  it("reads the line once a turn beside gravity and the blades' line", () => {
    const { onceMs2, besideMs2, rpm } = turnVibration(recording(), RATE_HZ, 12_000);
    expect(onceMs2).toBeCloseTo(8, 3);
    expect(Math.abs(rpm - 12_000)).toBeLessThan(0.3);
    expect(besideMs2).toBeLessThan(0.01);
  });

  it.each([11_790, 11_950, 12_100, 12_230])("finds the speed itself when the tachometer said %d rpm", (about) => {
    const found = turnVibration(recording({ rumble: 0.5 }), RATE_HZ, about);
    expect(Math.abs(found.rpm - 12_000)).toBeLessThan(5);
    expect(found.onceMs2).toBeCloseTo(8, 0);
  });

  it("says what rumbles beside the turn, apart from the imbalance", () => {
    const smooth = turnVibration(recording({ rumble: 0.4 }), RATE_HZ, 12_000);
    const gritty = turnVibration(recording({ rumble: 2.5 }), RATE_HZ, 12_000);
    expect(smooth.besideMs2).toBeCloseTo(0.4, 1);
    expect(Math.abs(gritty.besideMs2 - 2.5)).toBeLessThan(0.25);
    expect(Math.abs(gritty.onceMs2 - smooth.onceMs2)).toBeLessThan(0.6);
  });

  it("gives an error that covers the truth as often as it says", () => {
    let covered = 0;
    const runs = 400;
    for (let seed = 1; seed <= runs; seed++) {
      const { onceMs2, onceErrorMs2 } = turnVibration(recording({ rumble: 2, seed, seconds: 0.25 }), RATE_HZ, 12_000);
      if (Math.abs(onceMs2 - 8) <= 1.96 * onceErrorMs2) covered++;
    }
    expect(covered / runs).toBeGreaterThan(0.92);
    expect(covered / runs).toBeLessThan(0.98);
  });

  it("refuses a recording that is too slow, too short, or of a motor that stands", () => {
    // 400 turns a second at 24,000 rpm: 500 samples a second would fold the line elsewhere.
    expect(() => turnVibration(recording({ rateHz: 500 }), 500, 24_000)).toThrow(
      /too few for 24000 rpm.*record at 1000/,
    );
    expect(() => turnVibration(recording({ seconds: 0.03 }), RATE_HZ, 12_000)).toThrow(/holds 6\.0 turns/);
    expect(() => turnVibration(recording(), RATE_HZ, 0)).toThrow(/turning motor/);
  });
});
