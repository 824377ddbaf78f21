import { simulateCraft } from "../../../sim/benchDefects";
import { DEMO_DRIVES } from "../../../sim/demoDrives";
import { simulateRun } from "../../../sim/simulateRun";
import { judgeRun } from "./judgeRun";
import { type ProfileStep } from "./profile";
import { ProfileCursor } from "./ProfileCursor";
import { METER_PROFILE, motorProfile, SERVO_PROFILE } from "./profiles";
import { runColumns } from "./runColumns";
import { RUN_PLANS } from "./runKinds";
import { type Readings, type Series, toSeries } from "../../series/series";

/** A run of a profile with readings that follow the command. */
function run(
  profile: readonly ProfileStep[],
  read: (throttle: number, output: number) => Readings,
  rateHz = 10,
): Series {
  const cursor = new ProfileCursor(profile);
  const rows: Readings[] = [];
  for (let at = 0; ; at++) {
    const time = at / rateHz;
    const command = cursor.at(time);
    if (!command) return toSeries(rows);
    const { step, throttle, output, pulseS } = command;
    rows.push({ time, step, throttle, output, ...(pulseS !== null && { pulse: pulseS }), ...read(throttle, output) });
  }
}

describe("runColumns", () => {
  const motors = run(motorProfile(2), (throttle, output) => ({
    voltage: 16,
    current: 0.8 + 10 * throttle * output,
    speed: 20_000 * throttle,
  }));

  it("takes the standby amps off the motors', and calls the output the motor", () => {
    const { values } = runColumns("motor", motors, motorProfile(2));
    expect([...new Set(values.get("motor"))]).toEqual([1, 2]);
    const full = values
      .get("throttle")!
      .findIndex((throttle, row) => throttle === 1 && values.get("motor")![row] === 2);
    expect(values.get("current")![full]).toBeCloseTo(20, 9);
  });

  it("gives four rows for each settled step, and leaves rest and jumps out", () => {
    const { values } = runColumns("motor", motors, motorProfile(2));
    expect(values.get("motor")!.length).toBe(2 * 9 * 4);
    expect(Math.min(...values.get("throttle")!)).toBeCloseTo(0.2, 9);
  });

  it("holds what the craft shows against the wattmeter", () => {
    const meter = run(METER_PROFILE, (throttle) => ({ current: 40 * throttle, shown: 10 * throttle }));
    const { values } = runColumns("meter", meter, METER_PROFILE);
    expect(values.get("reference")!.every((amps, row) => Math.abs(amps / values.get("shown")![row]! - 4) < 1e-9)).toBe(
      true,
    );
  });

  it("shares the pack's amps among the ESCs, less what stands by", () => {
    const profile = RUN_PLANS.esc.profiles({ motorCount: 4, usualCells: 4, higherCells: 6 })[1]!.steps;
    const heat = run(profile, (throttle) => ({ current: 0.8 + 100 * throttle, esctemperature: 30 }));
    const idle = {
      ...heat,
      throttle: heat.throttle!.map((value, at) => (at < 10 ? 0 : value)),
      current: heat.current!.map((value, at) => (at < 10 ? 0.8 : value)),
    };
    const { values } = runColumns("esc", idle, profile, 4);
    expect(Math.max(...values.get("current")!)).toBeCloseTo(25, 9);
  });

  it("keeps a servo's single readings with their times and the motors' throttle", () => {
    const servo = run(SERVO_PROFILE, () => ({ angle: 3, railcurrent: 0.1 }), 20);
    const { values } = runColumns("servo", servo, SERVO_PROFILE);
    expect(values.get("angle")!.length).toBe(servo.time!.length);
    expect(values.get("current")).toBeDefined();
    expect(Math.max(...values.get("throttle")!)).toBe(0.9);
  });

  it("leaves out a channel that fell silent on the way", () => {
    const gap = { ...motors, thrust: motors.time!.map((time) => (time > 5 ? NaN : 1)) };
    expect(runColumns("motor", gap, motorProfile(2)).values.has("thrust")).toBe(false);
  });

  it("refuses a run that settled nowhere", () => {
    const cut = run(METER_PROFILE, () => ({ current: 1, shown: 1 }));
    const early = Object.fromEntries(Object.entries(cut).map(([name, values]) => [name, values.slice(0, 4)]));
    expect(() => runColumns("meter", early, METER_PROFILE)).toThrow(/settled at no step/);
  });
});

describe("judgeRun", () => {
  const make = DEMO_DRIVES["five-inch"]!;
  const simulated = (kind: "meter" | "esc" | "pack", channels: string[]) => {
    const { steps } = RUN_PLANS[kind].profiles({ motorCount: 4, usualCells: 4, higherCells: 6 })[0]!;
    const series = simulateRun(simulateCraft(make, { defect: null, seed: 2 }), steps, {
      channels,
      rateHz: 10,
      seed: 2,
    });
    return { series, steps };
  };

  it("judges a healthy craft good by each kind of run", () => {
    const meter = simulated("meter", ["current", "shown"]);
    expect(judgeRun("meter", meter.series, meter.steps).measured!.word).toBe("good");
    const esc = simulated("esc", ["current", "esctemperature"]);
    expect(judgeRun("esc", esc.series, esc.steps, {}, { motorCount: 4 }).measured!.word).toBe("good");
    const pack = simulated("pack", ["current", "cell1", "cell2", "cell3", "cell4"]);
    expect(judgeRun("pack", pack.series, pack.steps, { capacityMah: 1500 }).measured!.word).toBe("good");
  });

  it("says in a sentence why there is no verdict", () => {
    const { series, steps } = simulated("pack", ["current", "cell1"]);
    expect(judgeRun("pack", series, steps)).toEqual({
      measured: null,
      problem: expect.stringMatching(/capacity in mAh/),
    });
    expect(judgeRun("meter", series, steps).problem).toMatch(/“shown” is missing/);
  });

  it("leaves power draw and the ladder to verdicts of their own", () => {
    const { series, steps } = simulated("pack", ["current", "voltage"]);
    expect(judgeRun("power-draw", series, steps)).toEqual({ measured: null, problem: null });
    expect(judgeRun("ladder", series, steps)).toEqual({ measured: null, problem: null });
  });

  describe("stall amps", () => {
    const stall = RUN_PLANS.servo.profiles({ motorCount: 4, usualCells: 4, higherCells: 6 }).at(-1)!.steps;
    /** The simulator's servo with a hand on its horn from 12° on, or none. */
    const held = (stopDeg: number) => {
      const craft = simulateCraft(DEMO_DRIVES["five-inch"]!, { defect: null, seed: 5 });
      return simulateRun({ ...craft, servo: { ...craft.servo, stopDeg } }, stall, {
        channels: ["angle", "railcurrent"],
        rateHz: 100,
        seed: 3,
      });
    };
    const stallFigure = (stopDeg: number) =>
      judgeRun("servo", held(stopDeg), stall).measured!.figures.find(({ label }) => label === "Stall current");

    it("are read in the step in which the horn is held", () => {
      const { word } = judgeRun("servo", held(12), stall).measured!;
      expect(word).toBe("good");
      // 1.4 A of the simulated servo and 0.05 A that the rail draws anyway.
      expect(stallFigure(12)!.value).toBeCloseTo(1.45, 1);
    });

    it("are none when nobody held it", () => {
      expect(stallFigure(90)).toBeUndefined();
      expect(judgeRun("servo", held(90), stall).measured!.reasons.join(" ")).toMatch(/was not held/);
    });
  });
});
