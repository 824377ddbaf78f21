import { judgePowerDraw } from "../core/bench/judgePowerDraw";
import { POWER_DRAW_PROFILE } from "../core/bench/run/profiles";
import { summariseSweep } from "../core/bench/run/summariseSweep";
import { type BenchDefect, simulateCraft } from "./benchDefects";
import { DEMO_DRIVES } from "./demoDrives";
import { simulateRun } from "./simulateRun";

describe("verdicts on simulated drives", () => {
  const make = DEMO_DRIVES["five-inch"]!;
  const run = (defect: BenchDefect | null, seed: number, cellVoltageV = make.cellVoltageV) =>
    simulateRun(simulateCraft({ ...make, cellVoltageV }, { defect, seed: 11 }), POWER_DRAW_PROFILE, {
      channels: ["voltage", "current"],
      rateHz: 20,
      seed,
    });
  const sweep = (...given: Parameters<typeof run>) => summariseSweep(run(...given), POWER_DRAW_PROFILE);

  it("lets a healthy craft pass, over forty seeds, with a full and a half-empty pack", () => {
    const baseline = sweep(null, 1);
    for (let seed = 2; seed < 42; seed++) {
      expect(judgePowerDraw(sweep(null, seed), baseline, []).word).toBe("good");
      expect(judgePowerDraw(sweep(null, seed, 3.75), baseline, []).word).toBe("good");
    }
  });

  it("catches props too coarse on every seed", () => {
    const baseline = sweep(null, 1);
    for (let seed = 2; seed < 42; seed++) {
      expect(judgePowerDraw(sweep("coarse-prop", seed), baseline, []).word).not.toBe("good");
    }
  });

  it("gives the same run for the same seed, and another for another", () => {
    expect(run(null, 5)).toEqual(run(null, 5));
    expect(run(null, 5)).not.toEqual(run(null, 6));
  });
});
