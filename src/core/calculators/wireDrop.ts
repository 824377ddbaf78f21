import { type Calculator } from "./calculator.types";

/** Copper at 20 °C, Ω·m; IEC 60028 (International Annealed Copper Standard): 1/58 Ω·mm²/m. */
const COPPER_OHM_M = 1 / 58e6;
/** Volts lost in the leads: watched and bad from here, of the pack's. Trade judgement. */
const WATCHED = 0.02;
const BAD = 0.04;

/**
 * Cross-section of a wire by its gauge number: d = 0.127 mm · 92^((36 − n)/39).
 *
 * @param gauge - American wire gauge; 0 for 1/0, −1 for 2/0.
 * @returns m².
 * @see ASTM B258, Standard Specification for Standard Nominal Diameters and Cross-Sectional Areas of AWG Sizes.
 */
export function gaugeSection(gauge: number): number {
  const diameterM = 0.127e-3 * 92 ** ((36 - gauge) / 39);
  return (Math.PI / 4) * diameterM ** 2;
}

/** Voltage drop and heat in a pair of leads. */
export const wireDrop: Calculator = {
  id: "wire-drop",
  title: "Wire and voltage drop",
  question: "Is this lead thick enough?",
  inputs: [
    {
      id: "gauge",
      label: "Gauge",
      quantity: "count",
      start: 12,
      min: 4,
      max: 30,
      options: [8, 10, 12, 14, 16, 18, 20, 22, 24, 26, 28].map((gauge) => ({
        label: `${gauge} AWG, ${(gaugeSection(gauge) * 1e6).toFixed(2)} mm²`,
        value: gauge,
      })),
    },
    { id: "length", label: "Length of the lead, one way", quantity: "smallLength", start: 120, min: 1, max: 20_000 },
    { id: "current", label: "Current", quantity: "current", start: 60, min: 0.01, max: 1000 },
    { id: "voltage", label: "Pack voltage", quantity: "voltage", start: 14.8, min: 1, max: 100 },
  ],
  formula: "R = 2 · l / (58 MS/m · A);  drop = I·R;  heat = I²·R",
  source: "IEC 60028 for copper at 20 °C, ASTM B258 for the gauges. Joints and connectors come on top.",
  compute: ({ gauge, length, current, voltage }) => {
    const section = gaugeSection(gauge!);
    const resistance = (2 * length! * COPPER_OHM_M) / section;
    const drop = current! * resistance;
    const share = drop / voltage!;
    const word = share > BAD ? "bad" : share > WATCHED ? "watch" : "good";
    return {
      results: [
        { label: "Voltage drop, both ways", quantity: "voltage", value: drop, isMain: true },
        { label: "Of the pack's voltage", quantity: "share", value: share },
        { label: "Heat in the leads", quantity: "power", value: current! ** 2 * resistance },
        { label: "Resistance, both ways", quantity: "resistance", value: resistance },
        { label: "Cross-section", quantity: "section", value: section },
      ],
      remarks: [{ word, text: `${(share * 100).toFixed(1)} % lost in the leads; watched from ${WATCHED * 100} %.` }],
    };
  },
};
