import { type Calculator } from "./calculator.types";

/** A craft's current meter set right by the charger. */
export const meterFactor: Calculator = {
  id: "meter-factor",
  title: "Current scale by the charger",
  question: "By how much is the craft's current meter off, and what must be set?",
  inputs: [
    { id: "shown", label: "Used, as the craft shows it", quantity: "charge", start: 310, min: 1, max: 200_000 },
    { id: "putBack", label: "Put back by the charger", quantity: "charge", start: 1040, min: 1, max: 200_000 },
    { id: "setting", label: "Scale that is set now", quantity: "ratio", start: 100, min: 0.0001, max: 1e6 },
  ],
  formula: "factor = put back / shown;  multiplying scale · factor, dividing scale / factor",
  source:
    "Charge in equals charge out but for the pack's loss of one or two percent: common practice, no published source.",
  compute: ({ shown, putBack, setting }) => {
    const factor = putBack! / shown!;
    return {
      results: [
        { label: "True is this many times what is shown", quantity: "ratio", value: factor, isMain: true },
        { label: "New scale, if the firmware multiplies by it", quantity: "ratio", value: setting! * factor },
        { label: "New scale, if the firmware divides by it", quantity: "ratio", value: setting! / factor },
      ],
      remarks: [
        {
          word: Math.abs(factor - 1) > 0.05 ? "watch" : "good",
          text: "Which of the two it is, the firmware's manual says; a check flight shows at once if it was the other.",
        },
      ],
    };
  },
};
