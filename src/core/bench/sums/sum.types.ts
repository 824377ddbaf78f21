import { type Quantity } from "../../units/quantities";

/** A figure that a sum is given. Bounds and the value it starts with are in the quantity's first unit. */
export interface SumInput {
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
export interface SumResult {
  label: string;
  quantity: Quantity;
  value: number;
  /** The figure people look for. */
  isMain?: boolean;
}

/** A remark to the results; `watch` and `bad` are said with a figure. */
export interface SumRemark {
  word: "good" | "watch" | "bad" | "note";
  text: string;
}

/** What a sum gives: figures, and what they mean. */
export interface SumAnswer {
  results: SumResult[];
  remarks: SumRemark[];
}

/** A sum of the bench that needs no job: inputs, a formula with its source, and what it gives. */
export interface Sum {
  id: string;
  title: string;
  /** What it answers, in one sentence. */
  question: string;
  inputs: readonly SumInput[];
  formula: string;
  source: string;
  /** @param given - The inputs in SI, by id. */
  compute: (given: Readonly<Record<string, number>>) => SumAnswer;
}
