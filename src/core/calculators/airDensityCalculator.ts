import { standardAir } from "../bench/airDensity";
import { ZERO_CELSIUS_K } from "../units/constants";
import { type Calculator } from "./calculator.types";

/** Air density at a field, and what it does to thrust. */
export const airDensityCalculator: Calculator = {
  id: "air-density",
  title: "Air density",
  question: "How thin is the air there, and what does it cost?",
  inputs: [
    { id: "altitude", label: "Altitude", quantity: "altitude", start: 1000, min: -500, max: 11_000 },
    { id: "warmer", label: "Warmer than the standard by, K", quantity: "ratio", start: 0, min: -60, max: 60 },
  ],
  formula: "T = 288.15 − 0.0065·h;  p = 101325·(T/288.15)^5.256;  ρ = p / (R·T)",
  source: "U.S. Standard Atmosphere, 1976; dry air.",
  compute: ({ altitude, warmer }) => {
    const air = standardAir(altitude!, warmer!);
    const share = air.densityKgM3 / standardAir(0).densityKgM3;
    return {
      results: [
        { label: "Density", quantity: "density", value: air.densityKgM3, isMain: true },
        { label: "Temperature", quantity: "temperature", value: air.temperatureK - ZERO_CELSIUS_K },
        { label: "Pressure", quantity: "pressure", value: air.pressurePa },
        { label: "Speed of sound", quantity: "speed", value: air.soundMS },
        { label: "Thrust at the same rpm, of that at sea level", quantity: "share", value: share },
        { label: "Power to hover, of that at sea level", quantity: "share", value: Math.sqrt(1 / share) },
      ],
      remarks: [],
    };
  },
};
