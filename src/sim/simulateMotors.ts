import { type MotorSample } from "../core/bench/measure/fitMotor";
import { type MotorSweep } from "../core/bench/measure/judgeMotors";
import { currentForTorque, type MotorConstants } from "../core/bench/motorModel";
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
/** Torque of the prop over rpm², N·m: some 14 A at 20,000 rpm on a motor of 2400 rpm/V. */
const PROP_TORQUE = 1.4e-10;

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
    const { rpm, motorA } = settle(motor, throttle);
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

/** Where motor and prop balance at a throttle: halving the interval, since the volts needed rise with the speed. */
function settle(motor: MotorConstants, throttle: number): { rpm: number; motorA: number } {
  let low = 0;
  let high = motor.kv * PACK.voltageV;
  for (let halving = 0; halving < 60; halving++) {
    const rpm = (low + high) / 2;
    const motorA = currentForTorque(motor, PROP_TORQUE * rpm ** 2);
    const packV = PACK.voltageV - motorA * throttle * PACK.resistanceOhm;
    if (rpm / motor.kv + motorA * motor.resistanceOhm > throttle * packV) high = rpm;
    else low = rpm;
  }
  return { rpm: low, motorA: currentForTorque(motor, PROP_TORQUE * low ** 2) };
}
