import { type ShopPrices } from "../core/diagnosis/repairs/adviseStop";
import { type Finding, gatherSymptoms, getCheck } from "../core/diagnosis/findings/caseFindings";
import { type CaseContext, type Library } from "../core/diagnosis/library/library.types";
import { weighCase } from "../core/diagnosis/weighCase";
import { engineAdvice } from "./checkStrategies";
import { hiddenCraft } from "./hiddenCraft";
import { seededRandom } from "./random";
import { simulateRepair } from "./simulatedRepair";

/** A repair as it was told, with its known cause: the form of tests/replays/*.json. */
export interface Story {
  title: string;
  told: string;
  source: string;
  context: CaseContext;
  /** Fault modes of the library; empty when the cause lies outside it. */
  causes: readonly string[];
  /** What it was, when it is not in the library. */
  outside?: string;
  /** Stories written before symptoms had their name call them readings. */
  seen: readonly (({ symptom: string } | { reading: string }) & { value: boolean })[];
  /** In the order they were done. */
  checks: readonly { check: string; outcome: string }[];
}

/** What the engine makes of a story. */
export interface Replay {
  title: string;
  causes: readonly string[];
  /** Most probable fault when all of the story's evidence is in, with its probability. */
  leader: string;
  leaderProbability: number;
  /** The most probable set of faults that explains all. */
  bestSet: readonly string[];
  /** The story's own checks and their minutes. */
  told: { checks: number; minutes: number };
  /** Mean of following the engine's own advice on a craft with these faults; null when the cause is not in the library. */
  advised: { checks: number; minutes: number; wrongRepairs: number } | null;
}

/**
 * Replays a story twice over: once with its evidence as told, and some times by the engine's own advice on a craft that has
 * the story's faults. What the story settles is so on that craft; the rest is drawn by the library.
 *
 * @param runs - How often the engine's advice is followed.
 */
export function replayStory(library: Library, story: Story, prices: ShopPrices, runs = 10): Replay {
  const { title, context, causes } = story;
  const seen = story.seen.map((one): Finding => ({
    kind: "symptom",
    symptomId: "symptom" in one ? one.symptom : one.reading,
    value: one.value,
  }));
  const answers = story.checks.map(({ check, outcome }): Finding => ({
    kind: "check",
    checkId: check,
    outcomeId: outcome,
  }));
  const { now, likely } = weighCase(library, context, [...seen, ...answers]);
  const leader = now.marginal.indexOf(Math.max(...now.marginal));
  return {
    title,
    causes,
    leader: library.faults[leader]!.id,
    leaderProbability: now.marginal[leader]!,
    bestSet: (likely.sets[0]?.faults ?? []).map((index) => library.faults[index]!.id),
    told: {
      checks: answers.length,
      minutes: story.checks.reduce((sum, { check }) => sum + getCheck(library, check).minutes, 0),
    },
    advised: causes.length === 0 ? null : follow(library, story, seen, answers, prices, runs),
  };
}

function follow(
  library: Library,
  { context, causes }: Story,
  seen: readonly Finding[],
  answers: readonly Finding[],
  prices: ShopPrices,
  runs: number,
): NonNullable<Replay["advised"]> {
  const fixed = gatherSymptoms(library, [...seen, ...answers]).known;
  const tallies = Array.from({ length: runs }, (_, run) => {
    const random = seededRandom(run + 1);
    const craft = hiddenCraft(library, context, causes, random, fixed);
    return simulateRepair(library, craft, seen, engineAdvice, prices, random);
  });
  const mean = (of: (tally: (typeof tallies)[number]) => number) =>
    tallies.reduce((sum, tally) => sum + of(tally), 0) / runs;
  return {
    checks: mean(({ checks }) => checks),
    minutes: mean(({ minutes }) => minutes),
    wrongRepairs: mean(({ wrongRepairs }) => wrongRepairs),
  };
}
