import { type MotorSample } from "../core/bench/measure/fitMotor";
import { type MotorSweep } from "../core/bench/measure/judgeMotors";
import { type MotorConstants } from "../core/bench/motorModel";
import { balancedSpeed, type PropConstants } from "../core/bench/propModel";
import { gaussian, type Random, seededRandom } from "./random";

/** Hidden faults of a motor. */
export const MOTOR_DEFECTS = ["dragging-bearing", "shorted-turn", "weak-magnet"] as const;
export type MotorDefect = (typeof MOTOR_DEFECTS)[number];
/** How far gone it is: 1 early, 2 middle, 3 late. */
export type Severity = 1 | 2 | 3;

/** What a defect does to the constants at each severity. Trade judgement, no published source. */
const EFFECTS: Readonly<Record<MotorDefect, readonly Partial<Record<keyof MotorConstants, number>>[]>> = {
  "dragging-bearing": [{ noLoadA: 1.5 }, { noLoadA: 2.2 }, { noLoadA: 4 }],
  "shorted-turn": [
    { resistanceOhm: 0.9, kv: 1.03, noLoadA: 1.2 },
    { resistanceOhm: 0.78, kv: 1.07, noLoadA: 1.8 },
    { resistanceOhm: 0.6, kv: 1.14, noLoadA: 3 },
  ],
  "weak-magnet": [{ kv: 1.03 }, { kv: 1.07, noLoadA: 1.1 }, { kv: 1.14, noLoadA: 1.2 }],
};

/** How alike healthy motors of one make are, as standard deviations. Trade judgement. */
const TOLERANCE: Readonly<MotorConstants> = { kv: 0.006, resistanceOhm: 0.025, noLoadA: 0.05 };
/** Noise of the instruments: standard deviations. */
const NOISE = { voltageV: 0.01, currentA: 0.03, rpm: 12 };
const THROTTLES = [0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1];
const READINGS_EACH = 4;
const PACK = { voltageV: 16.4, resistanceOhm: 0.018 };
/** A 5 inch prop that takes some 14 A of a motor of 2400 rpm/V at 20,000 rpm; invented. */
const PROP: PropConstants = { diameterM: 0.127, thrustCoefficient: 0.12, powerCoefficient: 0.078 };
const AIR_KG_M3 = 1.225;

/** A motor with a defect; a healthy one for null. */
export function withMotorDefect(
  motor: MotorConstants,
  defect: MotorDefect | null,
  severity: Severity = 2,
): MotorConstants {
  if (defect === null) return motor;
  const effect = EFFECTS[defect][severity - 1]!;
  return {
    kv: motor.kv * (effect.kv ?? 1),
    resistanceOhm: motor.resistanceOhm * (effect.resistanceOhm ?? 1),
    noLoadA: motor.noLoadA * (effect.noLoadA ?? 1),
  };
}

/** A motor drawn within the tolerance of its make. */
export function drawMotor(motor: MotorConstants, random: Random): MotorConstants {
  const near = (value: number, tolerance: number) => value * (1 + tolerance * gaussian(random));
  return {
    kv: near(motor.kv, TOLERANCE.kv),
    resistanceOhm: near(motor.resistanceOhm, TOLERANCE.resistanceOhm),
    noLoadA: near(motor.noLoadA, TOLERANCE.noLoadA),
  };
}

/** Sweeps a motor with its prop through the throttle, as the instruments would read it. */
export function simulateMotorSweep(motor: MotorConstants, random: Random): MotorSample[] {
  return THROTTLES.flatMap((throttle) => {
    // The motor sees d·V and carries I/d, so it feels the pack's resistance d² times.
    const seen = { voltageV: throttle * PACK.voltageV, sourceOhm: throttle ** 2 * PACK.resistanceOhm };
    const { rpm, currentA: motorA } = balancedSpeed(motor, PROP, seen, AIR_KG_M3);
    const currentA = motorA * throttle;
    const voltageV = PACK.voltageV - currentA * PACK.resistanceOhm;
    return Array.from({ length: READINGS_EACH }, () => ({
      throttle,
      voltageV: voltageV + NOISE.voltageV * gaussian(random),
      currentA: currentA + NOISE.currentA * gaussian(random),
      rpm: rpm + NOISE.rpm * gaussian(random),
    }));
  });
}

/** The four motors of a craft, alike within their tolerance but for a defect in the first. */
export function simulateMotors(
  motor: MotorConstants,
  { defect, severity, seed }: { defect: MotorDefect | null; severity?: Severity; seed: number },
): MotorSweep[] {
  const random = seededRandom(seed);
  return [1, 2, 3, 4].map((place) => {
    const drawn = drawMotor(motor, random);
    const own = place === 1 ? withMotorDefect(drawn, defect, severity) : drawn;
    return { name: `Motor ${place}`, samples: simulateMotorSweep(own, random) };
  });
}
