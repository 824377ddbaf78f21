import { type MotorConstants, currentForTorque } from "./motorModel";

/** A prop by its diameter and its two coefficients at standstill. */
export interface PropConstants {
  diameterM: number;
  /** Thrust coefficient: T = Ct·ρ·n²·D⁴, n in revolutions per second. */
  thrustCoefficient: number;
  /** Power coefficient: P = Cp·ρ·n³·D⁵. */
  powerCoefficient: number;
}

/**
 * Static thrust, T = Ct·ρ·n²·D⁴, in N.
 *
 * @see B. W. McCormick, Aerodynamics, Aeronautics and Flight Mechanics, 2nd ed., Wiley 1995, ch. 6.
 */
export function propThrust({ diameterM, thrustCoefficient }: PropConstants, rpm: number, densityKgM3: number): number {
  return thrustCoefficient * densityKgM3 * (rpm / 60) ** 2 * diameterM ** 4;
}

/**
 * Shaft power, P = Cp·ρ·n³·D⁵, in W.
 *
 * @see B. W. McCormick, Aerodynamics, Aeronautics and Flight Mechanics, 2nd ed., Wiley 1995, ch. 6.
 */
export function propPower({ diameterM, powerCoefficient }: PropConstants, rpm: number, densityKgM3: number): number {
  return powerCoefficient * densityKgM3 * (rpm / 60) ** 3 * diameterM ** 5;
}

/**
 * Shaft torque, Q = P / (2π·n), in N·m; 0 at standstill.
 *
 * @see B. W. McCormick, Aerodynamics, Aeronautics and Flight Mechanics, 2nd ed., Wiley 1995, ch. 6.
 */
export function propTorque(prop: PropConstants, rpm: number, densityKgM3: number): number {
  return rpm > 0 ? propPower(prop, rpm, densityKgM3) / ((2 * Math.PI * rpm) / 60) : 0;
}

/** Speed of the tips at standstill, π·D·n, in m/s. */
export function tipSpeed(diameterM: number, rpm: number): number {
  return (Math.PI * diameterM * rpm) / 60;
}

/**
 * Speed at which the prop gives a static thrust, n = √(T / (Ct·ρ·D⁴)).
 *
 * @returns rpm; NaN for a thrust below zero.
 * @see B. W. McCormick, Aerodynamics, Aeronautics and Flight Mechanics, 2nd ed., Wiley 1995, ch. 6.
 */
export function rpmForThrust(
  { diameterM, thrustCoefficient }: PropConstants,
  thrustN: number,
  densityKgM3: number,
): number {
  return 60 * Math.sqrt(thrustN / (thrustCoefficient * densityKgM3 * diameterM ** 4));
}

/** Voltage a motor needs to turn a prop at this speed, V = rpm/Kv + I·R, with the current that takes. */
export function voltageForRpm(
  motor: MotorConstants,
  prop: PropConstants,
  rpm: number,
  densityKgM3: number,
): { voltageV: number; currentA: number } {
  const currentA = currentForTorque(motor, propTorque(prop, rpm, densityKgM3));
  return { voltageV: rpm / motor.kv + currentA * motor.resistanceOhm, currentA };
}

/**
 * Speed at which a motor at a voltage and a prop balance. The voltage that a speed needs rises with it, so halving the
 * interval finds the one speed there is.
 *
 * @param sourceOhm - Resistance of pack and lead for one motor, which takes its share of the voltage.
 * @returns rpm, and the current there.
 */
export function balancedSpeed(
  motor: MotorConstants,
  prop: PropConstants,
  { voltageV, sourceOhm = 0 }: { voltageV: number; sourceOhm?: number },
  densityKgM3: number,
): { rpm: number; currentA: number } {
  const behind = { ...motor, resistanceOhm: motor.resistanceOhm + sourceOhm };
  let low = 0;
  let high = motor.kv * voltageV;
  for (let halving = 0; halving < 60; halving++) {
    const middle = (low + high) / 2;
    if (voltageForRpm(behind, prop, middle, densityKgM3).voltageV > voltageV) high = middle;
    else low = middle;
  }
  return { rpm: low, currentA: voltageForRpm(behind, prop, low, densityKgM3).currentA };
}
