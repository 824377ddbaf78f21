import { repairCosts, repairMinutes, type ShopPrices } from "../core/diagnosis/repairs/adviseStop";
import { type Finding } from "../core/diagnosis/findings/caseFindings";
import { expectedHarm, harmOfCheck } from "../core/diagnosis/checks/expectedHarm";
import { type Check, type Library } from "../core/diagnosis/library/library.types";
import { type NextStep, type Strategy } from "./checkStrategies";
import { answerOf, asFinding, hiddenCraft, type HiddenCraft, mentioned } from "./hiddenCraft";
import { type Random } from "./random";

/** What one job took. The right repairs are not in it: they cost the same whoever finds them. */
export interface RepairTally {
  checks: number;
  /** Of checks, and of repairs that were not needed with the test after each. */
  minutes: number;
  /** Of the same, with the parts used up for nothing. */
  cents: number;
  rightRepairs: number;
  wrongRepairs: number;
  /** Those of the wrong repairs that used up a part. */
  wrongReplacements: number;
  rightReplacements: number;
  /** A fault is still there and nothing that is left shows it: the craft will come back. */
  willComeBack: boolean;
  gaveUp: boolean;
  /** What power and turning props did to the craft with its faults still there, in cents. */
  harmCents: number;
}

/** What the simulated technician works in, where it is not as the library says. */
export interface World {
  /** What crafts and answers are drawn from. */
  library: Library;
  /** Share of answers that are taken down wrongly. */
  slips: number;
}

const MAX_CHECKS = 40;
const MAX_WRONG_REPAIRS = 8;

/**
 * A technician who does what a strategy says until the craft is mended.
 *
 * A needed repair takes its fault away; what is still wrong then shows anew and is looked at afresh. A repair that was not
 * needed changes nothing but the clock, and its faults are ruled out.
 *
 * @param complaints - What the technician begins with.
 */
export function simulateRepair(
  library: Library,
  craft: HiddenCraft,
  complaints: readonly Finding[],
  strategy: Strategy,
  prices: ShopPrices,
  random: Random,
  world: World = { library, slips: 0 },
): RepairTally {
  const tally: RepairTally = {
    checks: 0,
    minutes: 0,
    cents: 0,
    rightRepairs: 0,
    wrongRepairs: 0,
    wrongReplacements: 0,
    rightReplacements: 0,
    willComeBack: false,
    gaveUp: false,
    harmCents: 0,
  };
  const { repairCost } = repairCosts(library, prices);
  const repairOf = new Map(world.library.faults.map(({ id, repair }) => [id, repair]));
  const spend = (minutes: number, cents = (minutes * prices.labourCentsPerHour) / 60) => {
    tally.minutes += minutes;
    tally.cents += cents;
  };
  let present = craft;
  let findings = [...complaints];
  let tried = new Set<string>();
  while (present.faults.length > 0) {
    if (tally.checks >= MAX_CHECKS || tally.wrongRepairs >= MAX_WRONG_REPAIRS) return { ...tally, gaveUp: true };
    const step: NextStep = strategy({
      library: withoutRepaired(library, tried),
      context: present.context,
      findings,
      prices,
    });
    if ("giveUp" in step) return { ...tally, gaveUp: true };
    if ("check" in step) {
      tally.checks++;
      spend(step.check.minutes);
      tally.harmCents += harmDone(library, present.faults, step.check);
      findings.push({
        kind: "check",
        checkId: step.check.id,
        outcomeId: answerTaken(present, step.check, world, random),
      });
      continue;
    }
    const repair = library.repairs.find(({ id }) => id === step.repair)!;
    const replacements = repair.parts.length > 0 ? 1 : 0;
    const left = present.faults.filter((fault) => repairOf.get(fault) !== step.repair);
    tally.harmCents += harmDone(library, left, RETEST);
    if (left.length === present.faults.length) {
      tally.wrongRepairs++;
      tally.wrongReplacements += replacements;
      spend(repairMinutes(repair, prices), repairCost(step.repair).cents);
      tried.add(step.repair);
      continue;
    }
    tally.rightRepairs++;
    tally.rightReplacements += replacements;
    present = hiddenCraft(world.library, present.context, left, random);
    findings = mentioned(world.library, present, random).map(asFinding);
    tried = new Set([step.repair]);
    if (left.length > 0 && findings.length === 0) return { ...tally, willComeBack: true };
  }
  return tally;
}

/** After a repair the craft is powered and flown. */
const RETEST: Pick<Check, "hazard" | "needs"> = { hazard: "props on", needs: [] };

/** What a check, or the test after a repair, costs a craft with these faults. */
function harmDone(library: Library, faults: readonly string[], check: Pick<Check, "hazard" | "needs">): number {
  const present = library.faults.map(({ id }) => (faults.includes(id) ? 1 : 0));
  return harmOfCheck(check, expectedHarm(library, present)).cents;
}

/** The craft's answer, or now and then another one by a slip. */
function answerTaken(craft: HiddenCraft, check: Check, { slips }: World, random: Random): string {
  const right = answerOf(craft, check);
  if (slips === 0 || random() >= slips) return right;
  const others = check.outcomes.filter(({ id }) => id !== right);
  return others[Math.floor(random() * others.length)]!.id;
}

/** The library without the faults that these repairs would have mended: no craft can have them. */
function withoutRepaired(library: Library, repairs: ReadonlySet<string>): Library {
  if (repairs.size === 0) return library;
  return {
    ...library,
    faults: library.faults.map((fault) => (repairs.has(fault.repair) ? { ...fault, craftKinds: [] } : fault)),
  };
}
