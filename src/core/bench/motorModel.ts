/** The constants of a motor in the first-order model. */
export interface MotorConstants {
  /** Speed constant, rpm per volt. */
  kv: number;
  /** Winding and lead resistance, Ω. */
  resistanceOhm: number;
  /** No-load current, A. */
  noLoadA: number;
}

/**
 * Torque per ampere: Kt = 60 / (2π·Kv), since Kv in rad/s per volt is the inverse of Kt.
 *
 * @returns N·m per A.
 * @see M. Drela, "First-Order DC Electric Motor Model", MIT Aero & Astro 2007.
 */
export function torquePerAmp(kv: number): number {
  return 60 / (2 * Math.PI * kv);
}

/**
 * Speed under load: rpm = Kv·(V − I·R).
 *
 * @param voltageV - at the motor's leads, V.
 * @returns rpm; negative when the current asks for more voltage than there is.
 * @see M. Drela, "First-Order DC Electric Motor Model", MIT Aero & Astro 2007.
 */
export function motorRpm({ kv, resistanceOhm }: MotorConstants, voltageV: number, currentA: number): number {
  return kv * (voltageV - currentA * resistanceOhm);
}

/**
 * Torque at the shaft: Q = (I − I0)·Kt.
 *
 * @returns N·m; negative below the no-load current.
 * @see M. Drela, "First-Order DC Electric Motor Model", MIT Aero & Astro 2007.
 */
export function motorTorque({ kv, noLoadA }: MotorConstants, currentA: number): number {
  return (currentA - noLoadA) * torquePerAmp(kv);
}

/**
 * Current at which the motor gives a torque: I = Q/Kt + I0.
 *
 * @param torqueNm - at the shaft, N·m.
 * @returns A.
 * @see M. Drela, "First-Order DC Electric Motor Model", MIT Aero & Astro 2007.
 */
export function currentForTorque({ kv, noLoadA }: MotorConstants, torqueNm: number): number {
  return torqueNm / torquePerAmp(kv) + noLoadA;
}

/**
 * Mechanical rpm from electrical: rpm = e-rpm · 2 / poles, for a turn of the field passes one pair of poles.
 *
 * @param poles - magnets of the bell, an even number.
 */
export function mechanicalRpm(electricalRpm: number, poles: number): number {
  return (electricalRpm * 2) / poles;
}
