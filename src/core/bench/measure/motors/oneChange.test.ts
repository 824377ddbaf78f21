import { gaussian, type Random, seededRandom } from "@/sim/random";
import { type StandSample } from "./motorFacts";
import { besideSisters, type Change, type DriveModel, settled } from "./oneChange";

/** Of a common size, made up. */
const GOOD: DriveModel = { kv: 1750, ohm: 0.05, noLoadA: 1, eddy: 0, load: 4.2e-8, low: 0, high: 0 };
const THROTTLES = [0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1];

/** Five readings at each throttle, as a meter of half a percent gives them. */
function sweep(model: DriveModel, random: Random): StandSample[] {
  return THROTTLES.flatMap((throttle) =>
    Array.from({ length: 5 }, () => {
      const voltageV = 24.8 - 0.03 * settled(model, throttle, 24.8).amps;
      const { rpm, amps } = settled(model, throttle, voltageV);
      return {
        throttle,
        voltageV: voltageV + 0.004 * gaussian(random),
        currentA: amps * (1 + 0.004 * gaussian(random)) + 0.02 * gaussian(random),
        rpm: rpm + 12 * gaussian(random),
      };
    }),
  );
}

/** As parts of one make differ. */
const alike = (random: Random): DriveModel => ({
  ...GOOD,
  kv: GOOD.kv * (1 + 0.006 * gaussian(random)),
  ohm: GOOD.ohm * (1 + 0.02 * gaussian(random)),
  noLoadA: GOOD.noLoadA * (1 + 0.05 * gaussian(random)),
  load: GOOD.load * (1 + 0.012 * gaussian(random)),
});

function lookAt(changed: (good: DriveModel) => DriveModel, seed: number) {
  const random = seededRandom(seed);
  const own = sweep(changed(alike(random)), random);
  return besideSisters(
    own,
    Array.from({ length: 3 }, () => sweep(alike(random), random)),
  )!;
}

describe("one motor beside its sisters", () => {
  it("settles where the volts are used up and the torque is that of the prop", () => {
    const { rpm, amps } = settled(GOOD, 0.6, 24);
    const phaseA = amps / 0.6;
    expect(rpm / GOOD.kv + phaseA * GOOD.ohm).toBeCloseTo(0.6 * 24, 9);
    expect(phaseA).toBeCloseTo(GOOD.noLoadA + GOOD.load * rpm ** 2, 9);
  });

  const changed: [Change, (good: DriveModel) => DriveModel, number][] = [
    ["drag", (good) => ({ ...good, noLoadA: 1.8 * good.noLoadA }), 0.8],
    ["winding", (good) => ({ ...good, ohm: 1.5 * good.ohm }), 0.5],
    ["winding", (good) => ({ ...good, ohm: 0.7 * good.ohm }), -0.3],
    ["prop", (good) => ({ ...good, load: 0.8 * good.load }), -0.2],
    ["low end", (good) => ({ ...good, low: 0.06 }), 0.06],
    ["high end", (good) => ({ ...good, high: 0.07 }), 0.07],
    [
      "magnets",
      (good) => ({ ...good, kv: 1.08 * good.kv, noLoadA: 1.08 * good.noLoadA, load: 1.08 * good.load }),
      0.08,
    ],
  ];
  it.each(changed)("is told by %s that changed alone", (change, make, size) => {
    for (const seed of [1, 2, 3, 4, 5]) {
      const [best] = lookAt(make, seed).explained;
      expect(best!.change).toBe(change);
      expect(best!.gain).toBeGreaterThan(7);
      expect(Math.abs(best!.size - size)).toBeLessThan(4 * best!.error + 0.005);
    }
  });

  it("is told by nothing while it differs as parts of one make do", () => {
    const gains = Array.from({ length: 60 }, (_, seed) => lookAt((good) => good, 100 + seed).explained[0]!.gain);
    expect(gains.filter((gain) => gain > 7)).toEqual([]);
  });

  it("holds the truth of a change in two of its errors, nine times in ten", () => {
    const inside = Array.from({ length: 40 }, (_, seed) => {
      const { size, error } = lookAt((good) => good, 300 + seed).estimate("drag", 0.25);
      return Math.abs(size) < 2 * error;
    });
    expect(inside.filter(Boolean).length).toBeGreaterThanOrEqual(36);
  });

  it("cannot be looked at beside a single sister, or at few throttles", () => {
    const random = seededRandom(1);
    const own = sweep(GOOD, random);
    expect(besideSisters(own, [own])).toBeNull();
    const few = own.filter(({ throttle }) => throttle > 0.75);
    expect(besideSisters(few, [few, few, few])).toBeNull();
  });
});
