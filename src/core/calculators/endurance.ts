import { hoverPowerRatio } from "../bench/hoverPower";
import { type Calculator } from "./calculator.types";

/** A pack used beyond this share is planned to empty. Trade judgement. */
const EMPTY_FROM = 0.95;

/** Flight time and range with another pack, from a test flight. */
export const endurance: Calculator = {
  id: "endurance",
  title: "Flight time and range",
  question: "How long and how far does it fly with this pack?",
  inputs: [
    { id: "usedCharge", label: "Used in the test flight", quantity: "charge", start: 1040, min: 1, max: 200_000 },
    { id: "time", label: "Test flight", quantity: "minutes", start: 7.4, min: 0.1, max: 600 },
    { id: "mass", label: "All-up mass then", quantity: "mass", start: 620, min: 10, max: 100_000 },
    { id: "oldPack", label: "Pack then", quantity: "mass", start: 140, min: 1, max: 50_000 },
    { id: "newPack", label: "Pack to be flown", quantity: "mass", start: 380, min: 1, max: 50_000 },
    { id: "capacity", label: "Its capacity", quantity: "charge", start: 4200, min: 1, max: 200_000 },
    { id: "usable", label: "Usable share of it", quantity: "share", start: 80, min: 10, max: 100 },
    { id: "speed", label: "Cruise speed (0: it hovers)", quantity: "speed", start: 0, min: 0, max: 300 },
  ],
  formula: "t = Q · share / I,  I = I_test · (m / m_test)^1.5",
  source:
    "Momentum theory, P = T^1.5 / √(2ρA): Leishman, Principles of Helicopter Aerodynamics, 2nd ed. 2006, section 2.2. In fast cruise the wing or the inflow carries part of it, so this is the careful side.",
  compute: ({ usedCharge, time, mass, oldPack, newPack, capacity, usable, speed }) => {
    const newMass = mass! - oldPack! + newPack!;
    const ratio = newMass > 0 ? hoverPowerRatio(mass!, newMass) : NaN;
    const testA = usedCharge! / time!;
    const currentA = testA * ratio;
    const timeS = (capacity! * usable!) / currentA;
    const carefree = capacity! / testA;
    return {
      results: [
        { label: "Flight time", quantity: "minutes", value: timeS, isMain: true },
        { label: "Mean current", quantity: "current", value: currentA },
        { label: "All-up mass", quantity: "mass", value: newMass },
        { label: "If the pack weighed nothing more and were flown empty", quantity: "minutes", value: carefree },
        ...(speed! > 0
          ? ([
              { label: "Range, still air", quantity: "distance", value: speed! * timeS },
              { label: "Charge for the way", quantity: "chargePerDistance", value: currentA / speed! },
            ] as const)
          : []),
      ],
      remarks: [
        ...(ratio > 1
          ? [{ word: "note" as const, text: `The heavier pack costs ${((ratio - 1) * 100).toFixed(0)} % more power.` }]
          : []),
        ...(usable! > EMPTY_FROM ? [{ word: "bad" as const, text: "Never plan to empty: leave a reserve." }] : []),
      ],
    };
  },
  curve: ({ usedCharge, time, mass, oldPack, newPack, capacity, usable }) => {
    // Packs of the same kind as the one to be flown: so many ampere-hours a gram.
    const perKg = capacity! / newPack!;
    const points = Array.from({ length: 24 }, (_, index) => (newPack! * (index + 1)) / 8).flatMap((packKg) => {
      const newMass = mass! - oldPack! + packKg;
      if (newMass <= 0) return [];
      const currentA = (usedCharge! / time!) * hoverPowerRatio(mass!, newMass);
      return [[Math.round((perKg * packKg) / 3.6), (perKg * packKg * usable!) / currentA / 60] as const];
    });
    return {
      xLabel: "Capacity of a pack of this kind, mAh",
      at: capacity! / 3.6,
      lines: [{ label: "Flight time, min", points }],
    };
  },
};
