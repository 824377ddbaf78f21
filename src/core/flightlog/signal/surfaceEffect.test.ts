import { seededRandom, gaussian } from "@/sim/random";
import { viewOfChannels } from "../flightView.fixture";
import { surfaceEffect } from "./surfaceEffect";

const RATE_HZ = 100;
const DT = 1 / RATE_HZ;

/**
 * A wing that rolls by the textbook's one equation, ω' = Lδ·δ − Lp·ω, with gusts, under a stabiliser or a hand that makes the surface.
 * From R. C. Nelson, Flight Stability and Automatic Control, section 5.3 (pure rolling motion). From memory.
 */
function rolled(effect: number, surfaceOf: (angle: number, rate: number, at: number) => number, lagS = 0.04) {
  const random = seededRandom(6);
  const rows = 60 * RATE_HZ;
  const [rate, surface] = [new Float64Array(rows), new Float64Array(rows)];
  const lag = Math.round(lagS * RATE_HZ);
  let [angle, turning] = [0, 0];
  for (let row = 0; row < rows; row++) {
    surface[row] = surfaceOf(angle, turning, row * DT);
    const there = surface[Math.max(0, row - lag)]!;
    turning += DT * (effect * there - 12 * turning) + 6 * Math.sqrt(DT) * gaussian(random);
    angle += DT * turning;
    rate[row] = turning + 0.5 * gaussian(random);
  }
  const channels = {
    gyro_roll: rate,
    aileron: surface,
    airspeed: new Float64Array(rows).fill(15),
    altitude: new Float64Array(rows).fill(40),
    throttle: new Float64Array(rows).fill(0.5),
  };
  return surfaceEffect(viewOfChannels(channels, RATE_HZ, "fixed-wing"), surface, rate);
}

/** What is asked: banks of 30° now and then. */
const asked = (at: number) => (Math.floor(at / 4) % 3 === 0 ? 30 : 0);

describe("what a surface does to the craft", () => {
  it.each([
    ["under a stabiliser", 1],
    ["under a stabiliser, with the surface counted the other way", -1],
  ])("%s has its sign", (_, way) => {
    const found = rolled(way * 90, (angle, rate, at) => way * (0.5 * (asked(at) - angle) - 0.08 * rate));
    expect(found?.sign).toBe(way);
  });

  it("has its sign by hand as well, and with a slow servo", () => {
    const hand = (angle: number, _: number, at: number) => 0.6 * (asked(at) - angle) + 2 * Math.sin(5 * at);
    expect(rolled(90, hand)?.sign).toBe(1);
    expect(rolled(90, hand, 0.1)?.sign).toBe(1);
  });

  it("is not told of a surface that does nothing, or stands still", () => {
    const random = seededRandom(9);
    expect(rolled(0, () => 3 * gaussian(random))).toBeNull();
    expect(rolled(90, () => 2)).toBeNull();
  });
});
