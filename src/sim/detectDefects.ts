import { judgePowerDraw, type VerdictWord } from "../core/bench/judgePowerDraw";
import { judgeMeter } from "../core/bench/measure/meter/judgeMeter";
import { fitMotor } from "../core/bench/measure/motors/fitMotor";
import { type MeasurementOptions } from "../core/bench/measure/measureColumns";
import { type MotorConstants } from "../core/bench/motorModel";
import { judgeRun } from "../core/bench/run/judgeRun";
import { RUN_PLANS, type RunKind } from "../core/bench/run/runKinds";
import { type Series } from "../core/series/series";
import { summariseSweep } from "../core/bench/run/summariseSweep";
import { type BenchDefect, type Severity, simulateCraft } from "./benchDefects";
import { DEMO_DRIVES } from "./demoDrives";
import { gaussian, seededRandom } from "./random";
import { drawMotor, simulateMotorSweep } from "./simulateMotors";
import { simulateRun } from "./simulateRun";

/** How often a defect is found by the run that looks for it. */
export interface DetectionRow {
  kind: RunKind;
  defect: BenchDefect | "healthy";
  severity: Severity | null;
  runs: number;
  /** Share of runs whose verdict was "watch" or "bad": found, or a false alarm for healthy craft. */
  foundShare: number;
  /** Share of runs whose first reason names what is off: the motor, the cell, the servo's fault. */
  namedShare: number | null;
}

/** Which run looks for a defect, what it records, and what its first reason must say. */
const LOOKS: Readonly<Record<BenchDefect, { kind: RunKind; names: (place: number) => RegExp }>> = {
  "dragging-bearing": { kind: "motor", names: (place) => new RegExp(`^Motor ${place + 1}: `) },
  "gritty-bearing": { kind: "motor", names: (place) => new RegExp(`^Motor ${place + 1}: bearing noise`) },
  "shorted-turn": { kind: "motor", names: (place) => new RegExp(`^Motor ${place + 1}: `) },
  "weak-magnet": { kind: "motor", names: (place) => new RegExp(`^Motor ${place + 1}: `) },
  "nicked-prop": {
    kind: "motor",
    names: (place) => new RegExp(`^Motor ${place + 1}: imbalance|^Motor ${place + 1}: thrust`),
  },
  "coarse-prop": { kind: "power-draw", names: () => /more than the baseline/ },
  "tired-pack": { kind: "pack", names: () => /^Resistance .* times that of the new pack/ },
  "weak-cell": { kind: "pack", names: (place) => new RegExp(`^Cell ${place + 1} `) },
  "wrong-gain": { kind: "meter", names: () => /^It shows .* too little/ },
  "chattering-servo": { kind: "servo", names: () => /^Chatters by/ },
  "worn-servo": { kind: "servo", names: () => /^Comes back/ },
  "binding-linkage": { kind: "servo", names: () => /^Stands .* short of where/ },
  "hot-phase": { kind: "esc", names: () => /^It (would end|ends) at/ },
};
const CHANNELS: Readonly<Partial<Record<RunKind, readonly string[]>>> = {
  motor: ["voltage", "current", "speed", "thrust", "vibration", "roughness", "temperature"],
  "power-draw": ["voltage", "current"],
  pack: ["current", "cell1", "cell2", "cell3", "cell4"],
  meter: ["current", "shown"],
  servo: ["angle", "railcurrent"],
  esc: ["current", "esctemperature"],
};
const MAKE = DEMO_DRIVES["five-inch"]!;
const OPTIONS: MeasurementOptions = {
  capacityMah: 1500,
  // What the simulator's pack has when new: its leads take 15 % of the whole.
  newMohm: (1000 * 0.85 * MAKE.packResistanceOhm) / MAKE.cells,
};

/** A run of the simulator with a defect, as the rig would have stored it. */
export function simulateDefect(
  kind: RunKind,
  choice: { defect: BenchDefect | null; severity?: Severity; place?: number; seed: number },
  noiseSeed = choice.seed,
): Series {
  const { steps } = RUN_PLANS[kind].profiles({ motorCount: MAKE.motors, usualCells: MAKE.cells, higherCells: 6 })[0]!;
  const craft = simulateCraft(MAKE, choice);
  return simulateRun(craft, steps, {
    channels: CHANNELS[kind]!,
    rateHz: RUN_PLANS[kind].rateHz,
    seed: noiseSeed * 31 + 7,
  });
}

function judge(kind: RunKind, choice: Parameters<typeof simulateDefect>[1]): { word: VerdictWord; reasons: string[] } {
  const { steps } = RUN_PLANS[kind].profiles({ motorCount: MAKE.motors, usualCells: MAKE.cells, higherCells: 6 })[0]!;
  const series = simulateDefect(kind, choice);
  if (kind === "power-draw") {
    const baseline = simulateDefect(kind, { ...choice, defect: null }, choice.seed + 5000);
    return judgePowerDraw(summariseSweep(series, steps), summariseSweep(baseline, steps), []);
  }
  const { measured, problem } = judgeRun(kind, series, steps, OPTIONS, { motorCount: MAKE.motors });
  if (!measured) throw new Error(`a run of the simulator was not judged: ${problem}`);
  return measured;
}

/** Judges simulated craft with each defect at some severities, and healthy ones by each kind of run, over many seeds. */
export function detectDefects(
  seeds: number,
  severities: readonly Severity[] = [1, 2, 3],
  healthySeeds = 4 * seeds,
): DetectionRow[] {
  const row = (kind: RunKind, defect: BenchDefect | null, severity: Severity | null, runs: number): DetectionRow => {
    let found = 0;
    let named = 0;
    for (let run = 1; run <= runs; run++) {
      const place = run % 4;
      const { word, reasons } = judge(kind, { defect, ...(severity && { severity }), place, seed: run * 7919 });
      if (word !== "watch" && word !== "bad") continue;
      found++;
      if (defect && LOOKS[defect].names(place).test(reasons[0]!)) named++;
    }
    return {
      kind,
      defect: defect ?? "healthy",
      severity,
      runs,
      foundShare: found / runs,
      namedShare: defect ? named / runs : null,
    };
  };
  const defects = Object.keys(LOOKS) as BenchDefect[];
  const kinds = [...new Set(defects.map((defect) => LOOKS[defect].kind))];
  return [
    ...defects.flatMap((defect) => severities.map((severity) => row(LOOKS[defect].kind, defect, severity, seeds))),
    ...kinds.map((kind) => row(kind, null, null, healthySeeds)),
  ];
}

const MOTOR: MotorConstants = { kv: 2400, resistanceOhm: 0.065, noLoadA: 0.9 };

/** Share of sweeps whose 95 % intervals cover the truth, for each constant. */
export function motorCoverage(runs: number): Record<keyof MotorConstants, number> {
  const covered = { kv: 0, resistanceOhm: 0, noLoadA: 0 };
  for (let seed = 1; seed <= runs; seed++) {
    const random = seededRandom(seed * 104_729);
    const motor = drawMotor(MOTOR, random);
    const fit = fitMotor(simulateMotorSweep(motor, random));
    for (const name of ["kv", "resistanceOhm", "noLoadA"] as const) {
      if (Math.abs(fit[name].value - motor[name]) <= fit[name].halfWidth) covered[name]++;
    }
  }
  return { kv: covered.kv / runs, resistanceOhm: covered.resistanceOhm / runs, noLoadA: covered.noLoadA / runs };
}

/** Share of meter comparisons whose 95 % intervals cover the true gain and offset. */
export function meterCoverage(runs: number): { gain: number; offset: number } {
  const covered = { gain: 0, offset: 0 };
  const truth = { gain: 4.108, offsetA: -0.3 };
  for (let seed = 1; seed <= runs; seed++) {
    const random = seededRandom(seed * 15_485_863);
    const pairs = [0.5, 1, 2, 4, 6, 8, 10, 12].map((shown) => ({
      shown,
      reference: truth.gain * shown + truth.offsetA + 0.05 * gaussian(random),
    }));
    const [gain, offset] = judgeMeter(pairs, { quantity: "current", setting: null }).figures;
    if (Math.abs(gain!.value - truth.gain) <= gain!.halfWidth!) covered.gain++;
    if (Math.abs(offset!.value - truth.offsetA) <= offset!.halfWidth!) covered.offset++;
  }
  return { gain: covered.gain / runs, offset: covered.offset / runs };
}
