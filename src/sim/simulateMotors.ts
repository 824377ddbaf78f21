import { type MotorSample } from "../core/bench/measure/motors/fitMotor";
import { type MotorConstants } from "../core/bench/motorModel";
import { balancedSpeed, type PropConstants } from "../core/bench/propModel";
import { gaussian, type Random } from "./random";

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

/** A motor drawn within the tolerance of its make. */
export function drawMotor(motor: MotorConstants, random: Random): MotorConstants {
  const near = (value: number, tolerance: number) => value * (1 + tolerance * gaussian(random));
  return {
    kv: near(motor.kv, TOLERANCE.kv),
    resistanceOhm: near(motor.resistanceOhm, TOLERANCE.resistanceOhm),
    noLoadA: near(motor.noLoadA, TOLERANCE.noLoadA),
  };
}

/** Sweeps a motor with its prop through the throttle at rest at each, as the instruments would read it. */
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
