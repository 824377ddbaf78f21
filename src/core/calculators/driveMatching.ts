import { STANDARD_GRAVITY } from "../units/constants";
import { standardAir } from "../bench/airDensity";
import { balancedSpeed, propThrust, rpmForThrust, tipSpeed, voltageForRpm } from "../bench/propModel";
import { MOTORS, PROPS } from "./partsTable";
import { type Calculator, type CalculatorRemark } from "./calculator.types";

/** Tip Mach numbers to watch and to leave alone. Common practice, no published source. */
const WATCHED_MACH = 0.6;
const BAD_MACH = 0.7;
const CELL_VOLTS = 3.7; // under load, mean over the flight

/** Motor, prop and cells: amps, rpm, thrust, hover throttle, tip Mach, with margins. */
export const driveMatching: Calculator = {
  id: "drive-matching",
  title: "Drive matching",
  question: "Do motor, prop and pack fit together?",
  inputs: [
    {
      id: "motor",
      label: "Motor",
      quantity: "count",
      start: 1,
      min: 0,
      max: MOTORS.length - 1,
      options: MOTORS.map(({ name }, value) => ({ label: name, value })),
    },
    {
      id: "prop",
      label: "Prop",
      quantity: "count",
      start: 1,
      min: 0,
      max: PROPS.length - 1,
      options: PROPS.map(({ name }, value) => ({ label: name, value })),
    },
    { id: "cells", label: "Cells", quantity: "count", start: 4, min: 1, max: 14 },
    { id: "motors", label: "Motors", quantity: "count", start: 4, min: 1, max: 12 },
    { id: "mass", label: "All-up mass", quantity: "mass", start: 620, min: 10, max: 100_000 },
    { id: "source", label: "Resistance of pack and leads", quantity: "resistance", start: 20, min: 0, max: 500 },
    { id: "altitude", label: "Altitude", quantity: "altitude", start: 0, min: -500, max: 6000 },
  ],
  formula: "rpm/Kv + I·R = V,  (I − I0)/Kv' = Q,  Q = Cp·ρ·n²·D⁵/2π,  T = Ct·ρ·n²·D⁴",
  source:
    "Drela, First-Order DC Electric Motor Model, MIT 2007; propeller laws, McCormick 1995, ch. 6. Motors and props of the table are invented.",
  compute: ({ motor, prop, cells, motors, mass, source, altitude }) => {
    const chosen = MOTORS[motor!]!;
    const blades = PROPS[prop!]!;
    const { densityKgM3, soundMS } = standardAir(altitude!);
    const voltageV = cells! * CELL_VOLTS;
    // All motors draw through one pack, so each feels the pack's resistance once for every motor.
    const sourceOhm = source! * motors!;
    const full = balancedSpeed(chosen, blades, { voltageV, sourceOhm }, densityKgM3);
    const thrust = propThrust(blades, full.rpm, densityKgM3);
    const hoverThrust = (mass! * STANDARD_GRAVITY) / motors!;
    const hoverRpm = rpmForThrust(blades, hoverThrust, densityKgM3);
    const hover = voltageForRpm(chosen, blades, hoverRpm, densityKgM3);
    const mach = tipSpeed(blades.diameterM, full.rpm) / soundMS;
    return {
      results: [
        { label: "Current of one motor, full throttle", quantity: "current", value: full.currentA, isMain: true },
        { label: "Of all of them", quantity: "current", value: full.currentA * motors! },
        { label: "Speed, full throttle", quantity: "rotation", value: full.rpm },
        { label: "Thrust of one motor", quantity: "thrust", value: thrust },
        { label: "Thrust to weight", quantity: "ratio", value: thrust / hoverThrust },
        { label: "Hover, of the voltage", quantity: "share", value: hover.voltageV / voltageV },
        { label: "Hover current, all motors", quantity: "current", value: hover.currentA * motors! },
        { label: "Tip speed", quantity: "mach", value: mach },
      ],
      remarks: [
        marginRemark(chosen.name, full.currentA, chosen.maxA),
        machRemark(mach),
        hoverRemark(hover.voltageV / voltageV),
      ],
    };
  },
  curve: ({ motor, prop, cells, motors, mass, source, altitude }) => {
    const [chosen, blades] = [MOTORS[motor!]!, PROPS[prop!]!];
    const { densityKgM3 } = standardAir(altitude!);
    const supplyV = cells! * CELL_VOLTS;
    const steps = Array.from({ length: 19 }, (_, index) => 0.1 + index * 0.05).map((throttle) => {
      // A throttle is taken as its share of the voltage: the ESC chops it, and the pack's resistance counts as often.
      const voltageV = throttle * supplyV;
      const { rpm, currentA } = balancedSpeed(chosen, blades, { voltageV, sourceOhm: source! * motors! }, densityKgM3);
      const thrustN = propThrust(blades, rpm, densityKgM3);
      return { percent: Math.round(throttle * 100), currentA, thrustN, powerW: voltageV * currentA };
    });
    const hoverN = (mass! * STANDARD_GRAVITY) / motors!;
    const hover = voltageForRpm(chosen, blades, rpmForThrust(blades, hoverN, densityKgM3), densityKgM3);
    return {
      xLabel: "Throttle, %",
      at: Math.min(100, (100 * hover.voltageV) / supplyV),
      lines: [
        {
          label: "Amps of one motor",
          points: steps.map(({ percent, currentA }) => [percent, currentA] as const),
          limit: { label: "its rating", value: chosen.maxA },
        },
        {
          label: "Thrust of one motor, g",
          points: steps.map(({ percent, thrustN }) => [percent, (1000 * thrustN) / STANDARD_GRAVITY] as const),
          limit: { label: "hover", value: (1000 * hoverN) / STANDARD_GRAVITY },
        },
        {
          label: "Grams a watt",
          points: steps.map(
            ({ percent, thrustN, powerW }) => [percent, (1000 * thrustN) / STANDARD_GRAVITY / powerW] as const,
          ),
        },
      ],
    };
  },
};

function marginRemark(name: string, currentA: number, maxA: number): CalculatorRemark {
  const margin = maxA - currentA;
  const word = margin < 0 ? "bad" : margin < 0.1 * maxA ? "watch" : "good";
  return { word, text: `${name}: ${Math.abs(margin).toFixed(1)} A ${margin < 0 ? "over" : "under"} its ${maxA} A.` };
}

function machRemark(mach: number): CalculatorRemark {
  if (mach > BAD_MACH)
    return { word: "bad", text: `Tips at Mach ${mach.toFixed(2)}: above ${BAD_MACH} the prop howls and wastes power.` };
  if (mach > WATCHED_MACH)
    return { word: "watch", text: `Tips at Mach ${mach.toFixed(2)}, watched from ${WATCHED_MACH}.` };
  return {
    word: "good",
    text: `Tips at Mach ${mach.toFixed(2)}, ${(WATCHED_MACH - mach).toFixed(2)} under where it is watched.`,
  };
}

/** 15 % is over-powered, 60 % too heavy. Common practice, no published source. */
function hoverRemark(share: number): CalculatorRemark {
  const percent = `${(share * 100).toFixed(0)} %`;
  if (share > 1) return { word: "bad", text: "It cannot hover at this voltage." };
  if (share >= 0.6) return { word: "bad", text: `Hovers at ${percent} of the voltage: too heavy from 60 %.` };
  if (share <= 0.15) return { word: "watch", text: `Hovers at ${percent}: over-powered at 15 % and less.` };
  return { word: "good", text: `Hovers at ${percent} of the voltage.` };
}
