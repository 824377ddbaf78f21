import { type ShopPrices } from "../core/diagnosis/repairs/adviseStop";
import { type Library } from "../core/diagnosis/library/library.types";
import { STRATEGIES } from "./checkStrategies";
import { drawCraft } from "./hiddenCraft";
import { seededRandom } from "./random";
import { type RepairTally, simulateRepair, type World } from "./simulatedRepair";

/** What a strategy took over many jobs. */
export interface StrategyRow {
  name: string;
  jobs: number;
  meanChecks: number;
  meanMinutes: number;
  meanCents: number;
  /** What power and props did to crafts with their faults still there. */
  meanHarmCents: number;
  /** Repairs that were not needed, of all repairs done. */
  wrongShare: number;
  /** Of replacements alone: repairs that use up a part. */
  wrongReplacementShare: number;
  /** Jobs with at least one repair that was not needed. */
  jobsWithWrongShare: number;
  willComeBackShare: number;
  gaveUpShare: number;
}

/**
 * Lets each strategy repair the same random crafts.
 *
 * @param names - Strategies, by their names in STRATEGIES; all when left out.
 * @param world - What crafts are drawn from and how surely answers are taken; as the library says when left out.
 */
export function compareStrategies(
  library: Library,
  prices: ShopPrices,
  {
    jobs,
    seed,
    names = Object.keys(STRATEGIES),
    world = { library, slips: 0 },
  }: { jobs: number; seed: number; names?: readonly string[]; world?: World },
): StrategyRow[] {
  return names.map((name) => {
    const tallies = Array.from({ length: jobs }, (_, job) => {
      const random = seededRandom(seed + job); // the same craft with the same complaints for every strategy
      const { craft, complaints } = drawCraft(world.library, random);
      return simulateRepair(library, craft, complaints, STRATEGIES[name]!, prices, random, world);
    });
    return { name, jobs, ...summarise(tallies) };
  });
}

function summarise(tallies: readonly RepairTally[]): Omit<StrategyRow, "name" | "jobs"> {
  const mean = (of: (tally: RepairTally) => number) =>
    tallies.reduce((sum, tally) => sum + of(tally), 0) / tallies.length;
  return {
    meanChecks: mean(({ checks }) => checks),
    meanMinutes: mean(({ minutes }) => minutes),
    meanCents: mean(({ cents }) => cents),
    meanHarmCents: mean(({ harmCents }) => harmCents),
    wrongShare: shareOf(
      mean(({ wrongRepairs }) => wrongRepairs),
      mean(({ rightRepairs }) => rightRepairs),
    ),
    wrongReplacementShare: shareOf(
      mean(({ wrongReplacements }) => wrongReplacements),
      mean(({ rightReplacements }) => rightReplacements),
    ),
    jobsWithWrongShare: mean(({ wrongRepairs }) => (wrongRepairs > 0 ? 1 : 0)),
    willComeBackShare: mean(({ willComeBack }) => (willComeBack ? 1 : 0)),
    gaveUpShare: mean(({ gaveUp }) => (gaveUp ? 1 : 0)),
  };
}

function shareOf(part: number, rest: number): number {
  return part + rest > 0 ? part / (part + rest) : 0;
}
