import { chanceOf } from "../fit/chanceOf";
import { type Calculator } from "./calculator.types";

/**
 * Repair or replace, by what each will have cost once the next failure is reckoned in. The chance that the repair fails again comes from this type's own
 * history: with few jobs it is wide, and then the answer is that nobody can tell.
 */
export const repairOrReplace: Calculator = {
  id: "repair-or-replace",
  title: "Repair or replace",
  question: "Is it worth repairing once more?",
  inputs: [
    { id: "repair", label: "This repair costs", quantity: "money", start: 45, min: 0, max: 1e6 },
    { id: "replace", label: "A new one costs, fitted", quantity: "money", start: 120, min: 0, max: 1e6 },
    { id: "spent", label: "Spent on it before", quantity: "money", start: 60, min: 0, max: 1e6 },
    { id: "worth", label: "The craft is worth", quantity: "money", start: 600, min: 0, max: 1e6 },
    { id: "next", label: "The next failure would cost", quantity: "money", start: 180, min: 0, max: 1e6 },
    { id: "jobs", label: "Repairs of this type that were followed", quantity: "count", start: 8, min: 0, max: 10_000 },
    { id: "failed", label: "Of these, failed again", quantity: "count", start: 3, min: 0, max: 10_000 },
  ],
  formula: "repair + p · next against replace; p = (failed + ½) / (followed + 1)",
  source:
    "Jeffreys interval: Brown, Cai, DasGupta, Interval estimation for a binomial proportion, Statistical Science 16 (2001), section 4.3.",
  compute: ({ repair, replace, spent, worth, next, jobs, failed }) => {
    const again = Math.min(failed!, jobs!);
    const { chance, low, high } = chanceOf(again, jobs!);
    const costAt = (p: number) => repair! + p * next!;
    const evenChance = next! > 0 ? Math.min(1, Math.max(0, (replace! - repair!) / next!)) : 1;
    const says = costAt(high) < replace! ? "repair" : costAt(low) > replace! ? "replace" : "cannot tell";
    const total = spent! + repair!;
    return {
      results: [
        { label: "Repair, the next failure reckoned in", quantity: "money", value: costAt(chance), isMain: true },
        { label: "at least", quantity: "money", value: costAt(low) },
        { label: "at most", quantity: "money", value: costAt(high) },
        { label: "Chance that it fails again", quantity: "share", value: chance },
        { label: "Repairing pays up to a chance of", quantity: "share", value: evenChance },
      ],
      remarks: [
        {
          word: says === "repair" ? "good" : says === "replace" ? "bad" : "watch",
          text: {
            repair: `Repair: even at its worst it costs ${(replace! - costAt(high)).toFixed(0)} less than a new one.`,
            replace: `Replace: even at its best the repair costs ${(costAt(low) - replace!).toFixed(0)} more.`,
            "cannot tell": `Cannot tell from ${jobs} jobs: between ${costAt(low).toFixed(0)} and ${costAt(high).toFixed(0)}, a new one ${replace!.toFixed(0)}.`,
          }[says],
        },
        ...(total > worth! / 2
          ? [
              {
                word: "watch" as const,
                text: `With what was spent before, ${total.toFixed(0)}: more than half of the craft's worth.`,
              },
            ]
          : []),
      ],
    };
  },
};
