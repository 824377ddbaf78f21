import { type Calculator } from "./calculator.types";

/** A straight-tapered, swept half wing. */
export interface WingPlan {
  rootChordM: number;
  tipChordM: number;
  halfSpanM: number;
  /** How far the tip's leading edge lies behind the root's. */
  tipSetbackM: number;
}

/**
 * Mean aerodynamic chord of a straight-tapered wing, c = 2/3 · c_r · (1 + λ + λ²) / (1 + λ), and where its leading edge lies
 * behind that of the root.
 *
 * @see D. P. Raymer, Aircraft Design: A Conceptual Approach, 6th ed., AIAA 2018, section 4.3 (wing geometry).
 */
export function meanChord({ rootChordM, tipChordM, halfSpanM, tipSetbackM }: WingPlan): {
  chordM: number;
  leadingEdgeM: number;
  atSpanM: number;
} {
  const taper = tipChordM / rootChordM;
  const atSpanM = ((halfSpanM / 3) * (1 + 2 * taper)) / (1 + taper);
  return {
    chordM: ((2 / 3) * rootChordM * (1 + taper + taper ** 2)) / (1 + taper),
    leadingEdgeM: (tipSetbackM * atSpanM) / halfSpanM,
    atSpanM,
  };
}

/** Centre of gravity in percent of the mean chord, for tapered and swept wings. */
export const balancePoint: Calculator = {
  id: "balance-point",
  title: "Centre of gravity",
  question: "Where does it balance, in percent of the mean chord?",
  inputs: [
    { id: "rootChord", label: "Root chord", quantity: "smallLength", start: 260, min: 10, max: 5000 },
    { id: "tipChord", label: "Tip chord", quantity: "smallLength", start: 160, min: 0, max: 5000 },
    { id: "halfSpan", label: "Half span", quantity: "smallLength", start: 500, min: 10, max: 10_000 },
    {
      id: "setback",
      label: "Tip leading edge behind the root's",
      quantity: "smallLength",
      start: 180,
      min: -2000,
      max: 5000,
    },
    {
      id: "measured",
      label: "Balances behind the root leading edge at",
      quantity: "smallLength",
      start: 135,
      min: -1000,
      max: 5000,
    },
    { id: "wanted", label: "Wanted, of the mean chord", quantity: "share", start: 25, min: 5, max: 45 },
  ],
  formula: "c = 2/3 · c_r · (1 + λ + λ²) / (1 + λ);  CG = (x − x_LE) / c",
  source: "Raymer, Aircraft Design: A Conceptual Approach, 6th ed. 2018, section 4.3.",
  compute: ({ rootChord, tipChord, halfSpan, setback, measured, wanted }) => {
    const { chordM, leadingEdgeM } = meanChord({
      rootChordM: rootChord!,
      tipChordM: tipChord!,
      halfSpanM: halfSpan!,
      tipSetbackM: setback!,
    });
    const share = (measured! - leadingEdgeM) / chordM;
    const target = leadingEdgeM + wanted! * chordM;
    const offMm = (measured! - target) * 1000;
    return {
      results: [
        { label: "Balances at", quantity: "share", value: share, isMain: true },
        { label: "Should balance behind the root leading edge at", quantity: "smallLength", value: target },
        { label: "Mean chord", quantity: "smallLength", value: chordM },
        { label: "Its leading edge behind the root's", quantity: "smallLength", value: leadingEdgeM },
      ],
      remarks: [
        Math.abs(offMm) <= 2
          ? { word: "good", text: "Within 2 mm of where it should be." }
          : {
              word: offMm > 0 ? "bad" : "watch",
              text: `${Math.abs(offMm).toFixed(0)} mm too far ${offMm > 0 ? "back: tail-heavy" : "forward: nose-heavy"}.`,
            },
      ],
    };
  },
};
