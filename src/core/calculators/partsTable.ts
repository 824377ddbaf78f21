import { type MotorConstants } from "../bench/motorModel";
import { type PropConstants } from "../bench/propModel";

const INCH = 0.0254;

/** Motors of the calculators. Names and figures are invented; the figures lie where such motors lie. */
export const MOTORS: readonly (MotorConstants & { name: string; maxA: number })[] = [
  { name: "Lark 14, 3800", kv: 3800, resistanceOhm: 0.13, noLoadA: 0.6, maxA: 18 },
  { name: "Tarn 22, 2450", kv: 2450, resistanceOhm: 0.065, noLoadA: 0.9, maxA: 38 },
  { name: "Tarn 22, 1750", kv: 1750, resistanceOhm: 0.095, noLoadA: 0.7, maxA: 36 },
  { name: "Fell 28, 1100", kv: 1100, resistanceOhm: 0.07, noLoadA: 0.8, maxA: 40 },
  { name: "Scar 40, 380", kv: 380, resistanceOhm: 0.085, noLoadA: 0.8, maxA: 45 },
];

/** Props of the calculators. Names are invented; coefficients at standstill, invented where such props lie. */
export const PROPS: readonly (PropConstants & { name: string })[] = [
  { name: "3 inch, 3 blades", diameterM: 3 * INCH, thrustCoefficient: 0.19, powerCoefficient: 0.145 },
  { name: "5 inch, 3 blades", diameterM: 5 * INCH, thrustCoefficient: 0.175, powerCoefficient: 0.125 },
  { name: "7 inch, 2 blades", diameterM: 7 * INCH, thrustCoefficient: 0.12, powerCoefficient: 0.065 },
  { name: "10 inch, 2 blades", diameterM: 10 * INCH, thrustCoefficient: 0.11, powerCoefficient: 0.05 },
  { name: "15 inch, 2 blades", diameterM: 15 * INCH, thrustCoefficient: 0.1, powerCoefficient: 0.04 },
];
