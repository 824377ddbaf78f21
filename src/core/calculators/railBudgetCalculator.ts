import { railBudget } from "../bench/railBudget";
import { type Calculator } from "./calculator.types";

const amps = (id: string, label: string, start: number) => ({
  id,
  label,
  quantity: "current" as const,
  start,
  min: 0,
  max: 200,
});

/** Whether a regulator bears the servos that hang on it, and what else does. */
export const railBudgetCalculator: Calculator = {
  id: "servo-rail",
  title: "Servo rail",
  question: "Does the regulator bear the servos, and what if one jams?",
  inputs: [
    amps("continuous", "Regulator, continuous", 5),
    amps("burst", "Regulator, burst; 0 for not known", 0),
    { id: "count", label: "Servos", quantity: "count", start: 4, min: 0, max: 20 },
    amps("moving", "One moving", 0.35),
    amps("stall", "One stalled", 1.4),
    { id: "otherCount", label: "Servos of another kind", quantity: "count", start: 0, min: 0, max: 20 },
    amps("otherMoving", "One of those moving", 0.8),
    amps("otherStall", "One of those stalled", 2.8),
    amps("others", "What else hangs on it", 0.4),
    {
      id: "feeds",
      label: "The board hangs on it as well",
      quantity: "count",
      start: 0,
      min: 0,
      max: 1,
      options: [
        { label: "no", value: 0 },
        { label: "yes", value: 1 },
      ],
    },
  ],
  formula:
    "moving = Σ n·I_moving + others; one stalled = moving + (I_stall − I_moving); all stalled = Σ n·I_stall + others",
  source:
    "Sums of the measured amps. Servos on their own regulator, one common ground: common practice, no published source.",
  compute: (given) => {
    const budget = railBudget({
      continuousA: given.continuous!,
      burstA: given.burst! > 0 ? given.burst! : null,
      othersA: given.others!,
      feedsController: given.feeds === 1,
      servos: [
        { name: "servo", count: given.count!, idleA: 0, movingA: given.moving!, stallA: given.stall! },
        { name: "other", count: given.otherCount!, idleA: 0, movingA: given.otherMoving!, stallA: given.otherStall! },
      ],
    });
    return {
      results: [
        { label: "All moving", quantity: "current", value: budget.movingA, isMain: true },
        { label: "One stalled, the others moving", quantity: "current", value: budget.oneStalledA },
        { label: "All stalled", quantity: "current", value: budget.stallA },
      ],
      remarks: budget.reasons.map((text, at) => ({ word: at === 0 ? budget.word : "note", text })),
    };
  },
};
