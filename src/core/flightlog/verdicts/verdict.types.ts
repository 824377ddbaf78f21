import { type Axis } from "../channels/roles";

/** What a log can say of a craft. */
export const VERDICT_CODES = [
  "controller-reset",
  "link-loss",
  "brown-out",
  "ends-in-air",
  "feedback-reversed",
  "unstable-opposed",
  "motor-map-wrong",
  "weak-motor",
  "desync",
  "rotor-imbalance",
  "soft-structure",
  "gain-too-high",
  "gain-too-low",
  "saturation",
  "servo-chatter",
  "current-scale",
  "compass-disturbed",
  "deep-discharge",
  "tired-pack",
  "satellite-loss",
  "processor-overload",
] as const;
export type VerdictCode = (typeof VERDICT_CODES)[number];

/** One thing that a log says, with what it rests on. */
export interface Verdict {
  code: VerdictCode;
  /** A fault has to be mended; a note is worth a look. */
  severity: "fault" | "note";
  /** 0 to 1. */
  confidence: number;
  fromS: number;
  toS: number;
  /** Where it happened, when it happened more than once. */
  momentsS?: number[];
  axis?: Axis;
  /** From 1 in the order of the columns. */
  motor?: number;
  /** The number that matters, in `unit`. */
  value?: number;
  unit?: string;
  sentence: string;
  /** What was computed, by name. */
  statistics: Record<string, number>;
  /** What else it may be, and the check that tells them apart. */
  tellApart?: string;
}
