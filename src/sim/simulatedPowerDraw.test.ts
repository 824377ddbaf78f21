import { judgePowerDraw } from "../core/bench/judgePowerDraw";
import { POWER_DRAW_PROFILE } from "../core/bench/sweepProfile";
import { summariseSweep } from "../core/bench/summariseSweep";
import { DEMO_DRIVES } from "./demoDrives";
import { withDefect } from "./driveModel";
import { simulateSweep } from "./simulateSweep";

describe("verdicts on simulated drives", () => {
  const drive = DEMO_DRIVES["five-inch"]!;
  const sweep = (defect: Parameters<typeof withDefect>[1], seed: number) =>
    summariseSweep(simulateSweep(withDefect(drive, defect), POWER_DRAW_PROFILE, 20, seed), POWER_DRAW_PROFILE);

  it("lets healthy simulated drives pass, over forty seeds, with a full and a half-empty pack", () => {
    const baseline = sweep(null, 1);
    const halfEmpty = { ...drive, cellVoltageV: 3.75 };
    for (let seed = 2; seed < 42; seed++) {
      expect(judgePowerDraw(sweep(null, seed), baseline, []).word).toBe("good");
      const later = summariseSweep(simulateSweep(halfEmpty, POWER_DRAW_PROFILE, 20, seed), POWER_DRAW_PROFILE);
      expect(judgePowerDraw(later, baseline, []).word).toBe("good");
    }
  });

  it("catches a prop too coarse on every seed", () => {
    const baseline = sweep(null, 1);
    for (let seed = 2; seed < 42; seed++) {
      expect(judgePowerDraw(sweep("coarse-prop", seed), baseline, []).word).not.toBe("good");
    }
  });

  it("gives the same run for the same seed, and another for another", () => {
    expect(simulateSweep(drive, POWER_DRAW_PROFILE, 20, 5)).toEqual(simulateSweep(drive, POWER_DRAW_PROFILE, 20, 5));
    expect(simulateSweep(drive, POWER_DRAW_PROFILE, 20, 5)).not.toEqual(
      simulateSweep(drive, POWER_DRAW_PROFILE, 20, 6),
    );
  });
});
