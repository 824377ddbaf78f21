import { type VerdictWord } from "@/core/bench/judgePowerDraw";

/** A verdict is never told by colour alone. */
export const VERDICT_SHAPES: Readonly<Record<VerdictWord, string>> = {
  good: "●",
  watch: "▲",
  bad: "■",
  "cannot say": "○",
};

/** The class that gives a verdict its colour. */
export function verdictClass(word: VerdictWord): string {
  return word === "cannot say" ? "soft" : word;
}
