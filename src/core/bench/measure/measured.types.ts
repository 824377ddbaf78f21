import { type VerdictWord } from "../judgePowerDraw";

/** The label and the part of a figure that each of several like parts has. */
export function estimateOf(part: string, figure: string): Pick<Estimate, "label" | "of"> {
  return { label: `${part}: ${figure}`, of: { part, figure } };
}

/** A figure that came out, with half the width of its 95 % interval; null when it has none. */
export interface Estimate {
  label: string;
  /** Which of several like parts it is of, and what it is of each: these stand side by side. */
  of?: { part: string; figure: string };
  value: number;
  halfWidth: number | null;
  unit: string;
  decimals: number;
}

/** What a measurement says: the verdict, each reason with its figure, the figures, and what it proves for Isolate. */
export interface Measured {
  word: VerdictWord;
  /** The deciding one first. */
  reasons: string[];
  figures: Estimate[];
  /** Symptom of the fault library → whether it is so. */
  evidence: Readonly<Record<string, boolean>>;
  /** Symptom → the one of several like parts that shows it, by its name; none where two show it, or the whole craft. */
  places?: Readonly<Record<string, string>>;
  /** Figures that other parts of the shop go on with, by name: what a label says is for people. */
  carried?: Readonly<
    Partial<Record<"meterGain" | "cellMohm" | "cellSpreadMv" | "servoMovingA" | "servoStallA", number>>
  >;
  /** What was decided in reading the table, and what was not used. */
  notes?: readonly string[];
  /** Points with the fitted line, for the eye. */
  chart: {
    xLabel: string;
    yLabel: string;
    points: { x: number; y: number; isOutlier: boolean }[];
    line: { x: number; y: number }[];
    /** The 95 % confidence band of the line. */
    band?: { x: number; low: number; high: number }[];
  } | null;
}

/** A finding with its word, before they are put in order. */
export interface Judgement {
  word: VerdictWord;
  reason: string;
}

const SEVERITY: readonly VerdictWord[] = ["good", "cannot say", "watch", "bad"];

/** The worst word of some judgements, and their reasons, worst first. */
export function verdictOf(judgements: readonly Judgement[]): Pick<Measured, "word" | "reasons"> {
  const sorted = [...judgements].sort((a, b) => SEVERITY.indexOf(b.word) - SEVERITY.indexOf(a.word));
  // What holds of several parts alike each of them says: once is enough.
  return { word: sorted[0]?.word ?? "cannot say", reasons: [...new Set(sorted.map(({ reason }) => reason))] };
}
