import { type Calculator } from "./calculator.types";

/** Mean current from the charge that went back in and the time flown. */
export const meanCurrent: Calculator = {
  id: "mean-current",
  title: "Mean amps",
  question: "How many amps did it draw on average?",
  inputs: [
    { id: "charge", label: "Put back by the charger", quantity: "charge", start: 1040, min: 1, max: 200_000 },
    { id: "time", label: "Time flown", quantity: "minutes", start: 7.4, min: 0.1, max: 600 },
    { id: "voltage", label: "Mean voltage under load", quantity: "voltage", start: 14.8, min: 1, max: 100 },
  ],
  formula: "I = Q / t",
  source: "Definition of the ampere-hour.",
  compute: ({ charge, time, voltage }) => ({
    results: [
      { label: "Mean current", quantity: "current", value: charge! / time!, isMain: true },
      { label: "Mean power", quantity: "power", value: (charge! / time!) * voltage! },
      { label: "Energy", quantity: "energy", value: charge! * voltage! },
    ],
    remarks: [],
  }),
};
