/**
 * Least power to hover, by momentum theory: P = T^1.5 / √(2·ρ·A).
 *
 * @param thrustN - Of all rotors, N.
 * @param discM2 - Area of all discs, m².
 * @returns W.
 * @see J. G. Leishman, Principles of Helicopter Aerodynamics, 2nd ed., Cambridge 2006, section 2.2 (actuator disc in hover).
 */
export function hoverPower(thrustN: number, discM2: number, densityKgM3: number): number {
  return thrustN ** 1.5 / Math.sqrt(2 * densityKgM3 * discM2);
}

/** How many times the power a heavier craft takes to hover with the same discs and air: (m₂/m₁)^1.5. Same source. */
export function hoverPowerRatio(massKg: number, newMassKg: number): number {
  return (newMassKg / massKg) ** 1.5;
}
