import { requirePositive } from "../guards";

/** What a drive draws at one throttle: pack volts, amps and watts, all means over the same stretch. */
export interface Draw {
  voltageV: number;
  currentA: number;
  powerW: number;
}

/**
 * Puts the draw of a drive with a fixed prop at another voltage, so that two runs can be compared like with like.
 * At one throttle rpm follows the voltage; thrust and torque go with rpm², power with rpm³: so I ~ V² and P ~ V³.
 *
 * @param draw - As measured.
 * At one voltage the speed hardly changes with the air, and torque goes with its density: so do amps and watts.
 *
 * @param toVoltageV - The common voltage, above zero.
 * @param densityRatio - Density of the air to compare in over that of the air measured in.
 * @throws {CoreInputError} `not_finite` or `out_of_range` for a voltage that is not above zero.
 * @see Propeller laws, e.g. B. W. McCormick, Aerodynamics, Aeronautics and Flight Mechanics, 2nd ed., Wiley 1995, ch. 6:
 *   power coefficient constant at one advance ratio, hence P ~ n³.
 */
export function normaliseDraw(draw: Draw, toVoltageV: number, densityRatio = 1): Draw {
  requirePositive("the measured voltage", draw.voltageV);
  requirePositive("the common voltage", toVoltageV);
  requirePositive("the ratio of densities", densityRatio);
  const ratio = toVoltageV / draw.voltageV;
  return {
    voltageV: toVoltageV,
    currentA: draw.currentA * ratio ** 2 * densityRatio,
    powerW: draw.powerW * ratio ** 3 * densityRatio,
  };
}
