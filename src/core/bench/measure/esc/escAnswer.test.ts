import { gaussian, seededRandom } from "../../../../sim/random";
import { escAnswer, lostStep } from "./escAnswer";
import { judgeMotors } from "../motors/judgeMotors";
import { throttleStart } from "../motors/throttleStart";
import { type StandSample } from "../motors/motorFacts";

/*
 * Drives made from the textbook page alone (Drela's first-order motor with a square-law prop), without the simulator of the shop:
 * duty·V = rpm/Kv + R·i, i = I0 + c·rpm², pack amps = duty·i.
 */
interface Drive {
  kv: number;
  ohm: number;
  noLoadA: number;
  prop: number;
  /** Throttle asked for → duty given. */
  esc: (throttle: number) => number;
}
const GOOD: Drive = { kv: 1750, ohm: 0.078, noLoadA: 1.05, prop: 5.3e-8, esc: (throttle) => throttle };
const VOLTS = 24.4;

function sweep(drive: Drive, seed: number): StandSample[] {
  const random = seededRandom(seed);
  return [0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1].flatMap((throttle) =>
    [0, 1, 2, 3].map(() => {
      const duty = Math.min(1, Math.max(0, drive.esc(throttle)));
      // R·c·rpm² + rpm/Kv + R·I0 − duty·V = 0
      const a = drive.ohm * drive.prop;
      const b = 1 / drive.kv;
      const rpm = (-b + Math.sqrt(b * b - 4 * a * (drive.ohm * drive.noLoadA - duty * VOLTS))) / (2 * a);
      const amps = duty * (drive.noLoadA + drive.prop * rpm ** 2);
      return {
        throttle,
        voltageV: VOLTS + 0.004 * gaussian(random),
        currentA: Math.max(0, amps + 0.05 * gaussian(random)),
        rpm: Math.round((rpm * (1 + 0.001 * gaussian(random))) / 10) * 10,
      };
    }),
  );
}

const craft = (third: Partial<Drive>) =>
  [GOOD, GOOD, { ...GOOD, ...third }, GOOD].map((drive, at) => ({
    name: `Motor ${at + 1}`,
    samples: sweep(drive, 10 + at),
  }));
const reasonsWith = (third: Partial<Drive>) => judgeMotors(craft(third)).reasons.join(" ");

describe("an ESC whose throttle range is off", () => {
  it.each<[string, (throttle: number) => number, RegExp]>([
    ["starts late", (throttle) => (throttle - 0.07) / 0.93, /ESC of Motor 3 starts \d % of throttle later.*low end/],
    ["starts early", (throttle) => 0.05 + 0.95 * throttle, /ESC of Motor 3 starts \d % of throttle earlier.*low end/],
    ["gives 93 % at full", (throttle) => 0.93 * throttle, /ESC of Motor 3 gives 9\d % at full throttle.*high end/],
    ["is at its end at 92 %", (throttle) => throttle / 0.92, /ESC of Motor 3 is ahead by \d %.*high end/],
  ])("that %s is named, and the motor behind it is not", (_, esc, named) => {
    const said = reasonsWith({ esc });
    expect(said).toMatch(named);
    expect(said).not.toMatch(/bearing|winding|magnet|prop nicked|another prop/);
  });

  it.each<[string, Partial<Drive>, RegExp]>([
    ["a winding with less resistance", { ohm: 0.058 }, /Motor 3: resistance 2\d/],
    ["a bearing that drags", { noLoadA: 2.2 }, /Motor 3: no-load current/],
    ["weak magnets", { kv: 1890 }, /Motor 3: speed constant/],
  ])("is not named for %s", (_, motor, named) => {
    const said = reasonsWith(motor);
    expect(said).toMatch(named);
    expect(said).not.toMatch(/ESC of/);
  });

  it("is not named for a motor that drags so that it hardly starts, nor for one on an emptier pack", () => {
    expect(reasonsWith({ noLoadA: 9 })).not.toMatch(/ESC of/);
    const emptier = craft({}).map((sweep, at) =>
      at === 1
        ? {
            ...sweep,
            samples: sweep.samples.map((sample) => ({
              ...sample,
              voltageV: sample.voltageV * 0.95,
              rpm: sample.rpm * 0.95,
              currentA: sample.currentA * 0.9,
            })),
          }
        : sweep,
    );
    expect(judgeMotors(emptier).reasons.join(" ")).not.toMatch(/ESC of/);
  });

  it("is not named on alike drives, for forty seeds", () => {
    for (let seed = 0; seed < 40; seed++) {
      const [own, ...others] = [0, 1, 2, 3].map((at) => sweep(GOOD, 100 + 4 * seed + at));
      expect(escAnswer(own!, others)!.fault).toBeNull();
    }
  });
});

describe("a motor that loses step", () => {
  it("is found by its speed that scatters while the throttle holds, and from which throttle on", () => {
    const random = seededRandom(3);
    const samples = sweep(GOOD, 1).map((sample) =>
      sample.throttle > 0.75 ? { ...sample, rpm: sample.rpm * (0.6 + 0.4 * random()) } : sample,
    );
    expect(lostStep(samples)!.fromThrottle).toBeCloseTo(0.8, 9);
    const sweeps = craft({});
    const { word, reasons, evidence } = judgeMotors([{ name: "Motor 9", samples }, ...sweeps]);
    expect(word).toBe("bad");
    expect(reasons[0]).toMatch(/Motor 9 loses step from 80 %/);
    expect(reasons.join(" ")).not.toMatch(/bearing|winding|magnet/);
    expect(evidence["stutters-on-jab"]).toBe(true);
  });

  it("is not found in a drive that keeps step", () => expect(lostStep(sweep(GOOD, 2))).toBeNull());

  it("is not found in one that has not begun to turn at the lowest throttle, nor in the steps of a coarse counter", () => {
    const standing = sweep(GOOD, 2).map((one) => (one.throttle < 0.15 ? { ...one, rpm: 0, currentA: 0.2 } : one));
    expect(lostStep(standing)).toBeNull();
    const coarse = sweep(GOOD, 2).map((one, at) => (one.throttle < 0.15 ? { ...one, rpm: 400 + 40 * (at % 2) } : one));
    expect(lostStep(coarse)).toBeNull();
  });
});

describe("throttles that begin above nothing on all ESCs alike", () => {
  const LATE = 0.04;
  const late = craft({ esc: GOOD.esc }).map(({ name }, at) => ({
    name,
    samples: sweep({ ...GOOD, esc: (throttle) => (throttle - LATE) / (1 - LATE) }, 50 + at),
  }));

  it("are found, and the motors' constants come out as they are", () => {
    expect(throttleStart(late.map(({ samples }) => samples))).toBeCloseTo(LATE, 2);
    for (const { kv, resistanceOhm } of judgeMotors(late).facts.values()) {
      expect(Math.abs(kv.value - GOOD.kv)).toBeLessThan(kv.halfWidth);
      expect(kv.halfWidth / GOOD.kv).toBeLessThan(0.03);
      expect(Math.abs(resistanceOhm.value - GOOD.ohm)).toBeLessThan(resistanceOhm.halfWidth);
      expect(resistanceOhm.halfWidth / GOOD.ohm).toBeLessThan(0.2);
    }
  });

  it("are not found where they begin at nothing", () =>
    expect(throttleStart(craft({}).map(({ samples }) => samples))).toBe(0));
});

describe("a reading too noisy to tell", () => {
  it("is neither good nor evidence", () => {
    const random = seededRandom(8);
    const noisy = craft({ noLoadA: 1.6 }).map(({ name, samples }) => ({
      name,
      samples: samples.map((sample) => ({
        ...sample,
        currentA: Math.max(0, sample.currentA + 1.2 * gaussian(random)),
      })),
    }));
    const { word, evidence } = judgeMotors(noisy);
    expect(word).not.toBe("good");
    expect(evidence["no-load-amps"]).not.toBe(false);
  });
});

describe("windings that warm while they are swept", () => {
  // Copper rises by 0.39 % for each K (IEC 60028): 40 K make 16 %.
  const swept = (isSensorThere: boolean) =>
    [0, 1, 2, 3].map((at) => {
      const levels = [0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1];
      const samples = levels.flatMap((level) => {
        const celsius = 25 + 45 * level ** 2;
        const warm = { ...GOOD, ohm: GOOD.ohm * (1 + 0.00393 * (celsius - 25)) };
        const read = isSensorThere ? celsius : 25 + 15 * (1 - level);
        return sweep(warm, 70 + at)
          .filter(({ throttle }) => throttle === level)
          .map((sample) => ({ ...sample, temperatureC: read }));
      });
      return { name: `Motor ${at + 1}`, samples };
    });

  it("are told at 25 °C when the sensor says how warm they were", () => {
    const { facts, notes } = judgeMotors(swept(true));
    for (const { resistanceOhm } of facts.values()) expect(resistanceOhm.value / GOOD.ohm).toBeCloseTo(1, 1);
    expect(notes!.join(" ")).toMatch(/told at 25 °C/);
  });

  it("are taken as they are when the sensor sits elsewhere", () =>
    expect(judgeMotors(swept(false)).notes ?? []).not.toContainEqual(expect.stringMatching(/25 °C/)));
});
