import { STANDARD_GRAVITY } from "../units/constants";
import { type Calculator, type CalculatorRemark } from "./calculator.types";

const FIXED_WING = 0;

/** Thrust against weight, with what it means for this kind of craft. */
export const thrustToWeight: Calculator = {
  id: "thrust-to-weight",
  title: "Thrust to weight",
  question: "Is there enough thrust?",
  inputs: [
    { id: "thrust", label: "Full static thrust of one motor", quantity: "thrust", start: 620, min: 1, max: 100_000 },
    { id: "motors", label: "Motors", quantity: "count", start: 4, min: 1, max: 16 },
    { id: "mass", label: "All-up mass", quantity: "mass", start: 620, min: 1, max: 200_000 },
    {
      id: "kind",
      label: "Craft",
      quantity: "count",
      start: 1,
      min: 0,
      max: 1,
      options: [
        { label: "Multirotor", value: 1 },
        { label: "Fixed wing", value: FIXED_WING },
      ],
    },
  ],
  formula: "T/W = n · T / (m · g);  hover thrust share = 1 / (T/W)",
  source: "Limits: common practice, no published source.",
  compute: ({ thrust, motors, mass, kind }) => {
    const ratio = (thrust! * motors!) / (mass! * STANDARD_GRAVITY);
    return {
      results: [
        { label: "Thrust to weight", quantity: "ratio", value: ratio, isMain: true },
        ...(kind === FIXED_WING ? [] : [{ label: "Thrust to hover", quantity: "share" as const, value: 1 / ratio }]),
      ],
      remarks: [kind === FIXED_WING ? judgeWing(ratio) : judgeRotors(ratio)],
    };
  },
};

function judgeWing(ratio: number): CalculatorRemark {
  if (ratio >= 2) return { word: "good", text: "Climbs without limit (2 or more)." };
  if (ratio >= 1.4)
    return { word: "good", text: `Flies (1.4 or more), ${(2 - ratio).toFixed(2)} short of climbing without limit.` };
  return { word: "watch", text: `${(1.4 - ratio).toFixed(2)} short of the 1.4 that this school asks of a fixed wing.` };
}

function judgeRotors(ratio: number): CalculatorRemark {
  if (ratio >= 2)
    return {
      word: "good",
      text: `Enough: ${(ratio - 2).toFixed(2)} above the 2 that a multirotor wants; racing wants more.`,
    };
  if (ratio >= 1)
    return { word: "watch", text: `It lifts, ${(2 - ratio).toFixed(2)} short of the 2 that a multirotor wants.` };
  return { word: "bad", text: "It cannot lift its own weight." };
}
