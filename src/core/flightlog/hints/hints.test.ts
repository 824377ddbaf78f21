import { seededRandom } from "@/sim/random";
import { viewOfChannels } from "../flightView.fixture";
import { heatHint, hintsOf, noisyOutputsHint, washHint } from "./hints";

const RATE_HZ = 200;
const SECONDS = 60;

/** A flight of formulas: hovers, and sinks at 2 m/s from 20 to 30 s and from 40 to 48 s. */
function flight(wobble: { sinking: number; level: number }, change: Record<string, (atS: number) => number> = {}) {
  const random = seededRandom(4);
  const isSinking = (at: number) => (at > 20 && at < 30) || (at > 40 && at < 48);
  const isFlying = (at: number) => at > 2 && at < 58;
  // 6 Hz, where a craft wobbles in its wash.
  const rate = (at: number) =>
    isFlying(at) ? Math.SQRT2 * (isSinking(at) ? wobble.sinking : wobble.level) * Math.sin(2 * Math.PI * 6 * at) : 0;
  const motor = (at: number) => (isFlying(at) ? 0.45 + 0.004 * (random() - 0.5) : 0);
  const columns: Record<string, (atS: number) => number> = {
    gyro_roll: rate,
    gyro_pitch: (at) => rate(at + 0.07),
    gyro_yaw: () => 0,
    climb: (at) => (isSinking(at) ? -2 : 0),
    altitude: (at) => (isFlying(at) ? 30 : 0),
    motor_1: motor,
    motor_2: motor,
    motor_3: motor,
    motor_4: motor,
    throttle: (at) => (isFlying(at) ? 0.45 : 0),
    armed: (at) => Number(isFlying(at)),
    ...change,
  };
  const sampled = (of: (atS: number) => number) =>
    Float64Array.from({ length: SECONDS * RATE_HZ }, (_, row) => of(row / RATE_HZ));
  const channels = Object.fromEntries(Object.entries(columns).map(([role, of]) => [role, sampled(of)]));
  return viewOfChannels(channels, RATE_HZ, "multirotor");
}

describe("the hint of wash", () => {
  it("names how much more it wobbles as it sinks", () => {
    // Two rates of 20 deg/s RMS, 28 together; the windows let 0.947 less 0.126 of 6 Hz through (sin πx / πx of each): 23.
    expect(washHint(flight({ sinking: 20, level: 4 }))).toMatch(
      /^Sinking at 2\.0 m\/s it wobbles (4\.[89]|5\.[0-2]) times .*\(23 against 5 deg\/s\)/,
    );
  });

  it("is silent where it wobbles alike, hardly, or never sinks", () => {
    expect(washHint(flight({ sinking: 6, level: 4 }))).toBeNull();
    expect(washHint(flight({ sinking: 4, level: 0.5 }))).toBeNull();
    expect(washHint(flight({ sinking: 20, level: 4 }, { climb: () => 0 }))).toBeNull();
  });
});

describe("the hint of heat", () => {
  const warm = (...peaks: number[]) =>
    flight(
      { sinking: 1, level: 1 },
      Object.fromEntries(
        peaks.map((peak, at) => [`esc_temp_${at + 1}`, (atS: number) => 25 + ((peak - 25) * atS) / 60]),
      ),
    );

  it("names the one above its peers, and any that is hot", () => {
    expect(heatHint(warm(52, 50, 76, 51))).toMatch(/^ESC 3 came to 7\d °C, 2\d K above its peers/);
    expect(heatHint(warm(95, 93, 94, 92))).toMatch(/^ESC 1 came to 9\d °C\./);
  });

  it("is silent where all are alike, and without a sensor", () => {
    expect(heatHint(warm(52, 50, 58, 51))).toBeNull();
    expect(heatHint(flight({ sinking: 1, level: 1 }))).toBeNull();
  });
});

describe("the hint of outputs that jump", () => {
  it("names the worst, and is silent on outputs that only move the craft", () => {
    const jumping = {
      motor_2: (at: number) => (at > 2 && at < 58 ? 0.45 + 0.06 * Math.sin(2 * Math.PI * 71 * at) : 0),
    };
    expect(noisyOutputsHint(flight({ sinking: 1, level: 1 }, jumping))).toMatch(/^Output 2 jumps by ± (9|10) %/);
    expect(hintsOf(flight({ sinking: 1, level: 1 }))).toEqual([]);
  });
});
