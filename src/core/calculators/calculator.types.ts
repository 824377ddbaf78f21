import { type Quantity } from "../units/quantities";

/** A figure that a calculator is given. Bounds and the value it starts with are in the quantity's first unit. */
export interface CalculatorInput {
  id: string;
  label: string;
  quantity: Quantity;
  start: number;
  min: number;
  max: number;
  /** Given when it is chosen from a list instead of typed. */
  options?: readonly { label: string; value: number }[];
}

/** A figure that comes out, in SI. */
export interface CalculatorResult {
  label: string;
  quantity: Quantity;
  value: number;
  /** The figure people look for. */
  isMain?: boolean;
}

/** A remark to the results; `watch` and `bad` are said with a figure. */
export interface CalculatorRemark {
  word: "good" | "watch" | "bad" | "note";
  text: string;
}

/** What a calculator gives: figures, and what they mean. */
export interface CalculatorAnswer {
  results: CalculatorResult[];
  remarks: CalculatorRemark[];
}

/** A curve beside the answer. Values in the units that the labels name. */
export interface CalculatorCurve {
  xLabel: string;
  /** Where the answer stands on it. */
  at: number;
  lines: readonly {
    label: string;
    points: readonly (readonly [x: number, y: number])[];
    limit?: { label: string; value: number };
  }[];
}

/** A calculator of the bench that needs no job: inputs, a formula with its source, and what it gives. */
export interface Calculator {
  id: string;
  title: string;
  /** What it answers, in one sentence. */
  question: string;
  inputs: readonly CalculatorInput[];
  formula: string;
  source: string;
  /** @param given - The inputs in SI, by id. */
  compute: (given: Readonly<Record<string, number>>) => CalculatorAnswer;
  /** How the answer changes with what one would change next, where a curve helps. @param given - The inputs in SI, by id. */
  curve?: (given: Readonly<Record<string, number>>) => CalculatorCurve;
}
