import { STANDARD_GRAVITY, ZERO_CELSIUS_K } from "../units/constants";

/** Air as the standard has it, or as it is. */
export interface Air {
  temperatureK: number;
  pressurePa: number;
  densityKgM3: number;
  soundMS: number;
}

const SEA_LEVEL_K = 288.15;
const SEA_LEVEL_PA = 101_325;
const LAPSE_K_PER_M = 0.0065;
const GAS_CONSTANT = 287.05287; // of dry air, J/(kg·K)
const HEAT_RATIO = 1.4;

/**
 * Dry air at a geopotential altitude below 11 km by the standard atmosphere.
 *
 * @param altitudeM - −500 to 11,000 m.
 * @param offsetK - How much warmer than the standard it is; the pressure stays the standard's.
 * @see U.S. Standard Atmosphere, 1976, NOAA/NASA/USAF, part 1 (same as ISO 2533 below 32 km).
 */
export function standardAir(altitudeM: number, offsetK = 0): Air {
  const standardK = SEA_LEVEL_K - LAPSE_K_PER_M * altitudeM;
  const pressurePa = SEA_LEVEL_PA * (standardK / SEA_LEVEL_K) ** (STANDARD_GRAVITY / (GAS_CONSTANT * LAPSE_K_PER_M));
  return airAt(pressurePa, standardK + offsetK);
}

/**
 * Density of the air of a day, from what a thermometer and a barometer show.
 *
 * @returns kg/m³; null unless both are known.
 */
export function densityOfDay(temperatureC?: number | null, pressureHpa?: number | null): number | null {
  return temperatureC == null || pressureHpa == null
    ? null
    : airAt(pressureHpa * 100, temperatureC + ZERO_CELSIUS_K).densityKgM3;
}

/** Dry air at a pressure and temperature: ρ = p / (R·T), a = √(γ·R·T). */
export function airAt(pressurePa: number, temperatureK: number): Air {
  return {
    temperatureK,
    pressurePa,
    densityKgM3: pressurePa / (GAS_CONSTANT * temperatureK),
    soundMS: Math.sqrt(HEAT_RATIO * GAS_CONSTANT * temperatureK),
  };
}
