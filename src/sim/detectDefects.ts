import { fitMotor } from "../core/bench/measure/fitMotor";
import { judgeMotors } from "../core/bench/measure/judgeMotors";
import { type MotorConstants } from "../core/bench/motorModel";
import { seededRandom } from "./random";
import {
  drawMotor,
  MOTOR_DEFECTS,
  type MotorDefect,
  type Severity,
  simulateMotors,
  simulateMotorSweep,
} from "./simulateMotors";

/** How often a defect is found. */
export interface DetectionRow {
  defect: MotorDefect | "healthy";
  severity: Severity | null;
  runs: number;
  /** Share of runs whose verdict was not "good": found, or a false alarm for healthy motors. */
  foundShare: number;
  /** Share of runs whose first reason names the first motor. */
  rightMotorShare: number;
}

const MOTOR: MotorConstants = { kv: 2400, resistanceOhm: 0.065, noLoadA: 0.9 };

/** Judges simulated crafts with each defect at each severity, and healthy ones, over many seeds. */
export function detectMotorDefects(seeds: number): DetectionRow[] {
  const row = (defect: MotorDefect | null, severity: Severity | null, runs: number): DetectionRow => {
    let found = 0;
    let right = 0;
    for (let seed = 1; seed <= runs; seed++) {
      const sweeps = simulateMotors(MOTOR, { defect, ...(severity && { severity }), seed: seed * 7919 });
      const { word, reasons } = judgeMotors(sweeps);
      if (word !== "good") found++;
      if (word !== "good" && reasons[0]!.startsWith("Motor 1")) right++;
    }
    return { defect: defect ?? "healthy", severity, runs, foundShare: found / runs, rightMotorShare: right / runs };
  };
  return [
    ...MOTOR_DEFECTS.flatMap((defect) => ([1, 2, 3] as const).map((severity) => row(defect, severity, seeds))),
    row(null, null, 10 * seeds),
  ];
}

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
