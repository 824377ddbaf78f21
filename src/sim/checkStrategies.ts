import { adviseStop, type PricedCase, priceCase, type ShopPrices } from "../core/diagnosis/repairs/adviseStop";
import { lookAhead } from "../core/diagnosis/repairs/lookAhead";
import { type RankedCheck } from "../core/diagnosis/checks/rankChecks";
import { type Finding, gatherSymptoms } from "../core/diagnosis/findings/caseFindings";
import { bearsOnCraft, compileLibrary, toEvidence } from "../core/diagnosis/library/compileLibrary";
import { explainersOf } from "../core/diagnosis/inference/candidateDiagnoses";
import { type CaseContext, type Check, type FaultMode, type Library } from "../core/diagnosis/library/library.types";
import { posteriors } from "../core/diagnosis/inference/posteriors";
import { tells, weighCase } from "../core/diagnosis/weighCase";

/** What is known when the next step is to be chosen. */
export interface Situation {
  library: Library;
  context: CaseContext;
  findings: readonly Finding[];
  prices: ShopPrices;
}

/** Do this check, do this repair now, or send the craft away. */
export type NextStep = { check: Check } | { repair: string } | { giveUp: true };

/** A way to choose the next step. */
export type Strategy = (situation: Situation) => NextStep;

/** The fixed orders repair when one repair is this probable; the engine weighs costs instead. Trade judgement. */
const SURE_ENOUGH = 0.8;
/** First checks of the ranking that the look ahead tries. */
const BEGINNINGS = 4;
/** The fixed orders look only at checks that bear on a suspect at least this probable. Trade judgement. */
const WORTH_A_LOOK = 0.02;

/** The engine's advice: its first check, until it says that repairing costs less. */
export const engineAdvice: Strategy = withStopRule(([first]) => first?.check);

/**
 * The check that begins the cheapest way, with the same stop rule: whether looking ahead chooses better. Only among those that
 * ask no more of the craft than the first of the ranking does.
 */
export const cheapestWay: Strategy = withStopRule((ranked, { table, probability, checks, offered }) => {
  const mayBegin = checks
    .slice(0, offered)
    .filter((_, place) => ranked[place]!.check.hazard === ranked[0]!.check.hazard);
  const { check } = lookAhead(table, probability, checks, mayBegin.slice(0, BEGINNINGS));
  return ranked.find((one) => one.check.id === check?.check.id)?.check;
});

function withStopRule(choose: (ranked: readonly RankedCheck[], priced: PricedCase) => Check | undefined): Strategy {
  return ({ library, context, findings, prices }) => {
    const weighed = weighCase(library, context, findings);
    const { advice, plan } = adviseStop(library, weighed, prices);
    const [repair] = plan.steps;
    const telling = weighed.ranking.checks.filter(tells);
    const check =
      telling.length > 0 && (advice === "check" || !repair)
        ? choose(telling, priceCase(library, { ...weighed, ranking: { ...weighed.ranking, checks: telling } }, prices))
        : undefined;
    return check ? { check } : (repair ?? { giveUp: true });
  };
}

/** The engine's first check each time, with the stop rule of the fixed orders: what the order alone is worth. */
export const engineOrder: Strategy = fixedOrder(({ library, context, findings }) => {
  const [first] = weighCase(library, context, findings).ranking.checks;
  return first && tells(first) ? first.check : undefined;
});

/** Of all checks that bear on a suspect, the one that takes the fewest minutes. */
export const cheapestFirst: Strategy = fixedOrder((_, { checks }) =>
  checks.reduce<Check | undefined>((best, check) => (best && best.minutes <= check.minutes ? best : check), undefined),
);

/** The check that speaks most strongly for or against the most probable suspect that any check is left for. */
export const mostProbableFirst: Strategy = fixedOrder((_, { suspects, checks, strengthFor }) => {
  for (const { id } of suspects) {
    const [strongest] = checks
      .map((check) => ({ check, strength: strengthFor(check, id) }))
      .filter(({ strength }) => strength > 0)
      .sort((a, b) => b.strength - a.strength || a.check.minutes - b.check.minutes);
    if (strongest) return strongest.check;
  }
  return undefined;
});

/** The checks that bear on a suspect in the order they stand in the library. */
export const fixedList: Strategy = fixedOrder((_, { checks }) => checks[0]);

/** All strategies by the name they are reported under, the engine's own first. */
export const STRATEGIES: Readonly<Record<string, Strategy>> = {
  "the engine": engineAdvice,
  "cheapest way ahead": cheapestWay,
  "engine's order, fixed stop": engineOrder,
  "cheapest first": cheapestFirst,
  "most probable first": mostProbableFirst,
  "fixed list": fixedList,
};

/** What a fixed order chooses from. All of them are lent the engine's probabilities, which flatters them. */
interface Choice {
  /** Suspects that could explain something seen, most probable first. */
  suspects: FaultMode[];
  /** Checks not done yet that bear on one of them, in the order of the library. */
  checks: Check[];
  /** Strongest link from the check's open symptoms to a fault. */
  strengthFor: (check: Check, faultId: string) => number;
}

const asked = new WeakMap<Check, readonly string[]>();

/** The symptoms that a check's answers speak of. */
function askedBy(check: Check): readonly string[] {
  const known = asked.get(check) ?? [...new Set(check.outcomes.flatMap(({ sets }) => Object.keys(sets)))];
  asked.set(check, known);
  return known;
}

function fixedOrder(choose: (situation: Situation, choice: Choice) => Check | undefined): Strategy {
  return (situation) => {
    const { library, context, findings } = situation;
    const compiled = compileLibrary(library, context);
    const { known, ...doubts } = gatherSymptoms(library, findings);
    const evidence = toEvidence(compiled, { known, ...doubts });
    const { marginal } = posteriors(compiled.network, evidence);
    const explainers = explainersOf(compiled.network, evidence);
    const ordered = [...(explainers.size > 0 ? explainers : marginal.keys())].sort(
      (a, b) => marginal[b]! - marginal[a]!,
    );
    const leader = likeliestRepair(library, ordered, marginal);
    if (leader.probability >= SURE_ENOUGH) return { repair: leader.repair };
    const suspects = ordered.filter((index) => marginal[index]! >= WORTH_A_LOOK).map((index) => library.faults[index]!);
    const done = new Set(findings.map((finding) => (finding.kind === "check" ? finding.checkId : "")));
    const symptoms = new Map(library.symptoms.map((symptom) => [symptom.id, symptom]));
    const strengthFor = (check: Check, faultId: string) =>
      askedBy(check).reduce(
        (most, id) => (known.has(id) ? most : Math.max(most, symptoms.get(id)!.links[faultId] ?? 0)),
        0,
      );
    const checks = library.checks.filter(
      (check) =>
        !done.has(check.id) && bearsOnCraft(compiled, check) && suspects.some(({ id }) => strengthFor(check, id) > 0),
    );
    const check = choose(situation, { suspects, checks, strengthFor });
    return check ? { check } : { repair: leader.repair };
  };
}

/** The repair most probably needed: that one of the faults it mends is there. */
function likeliestRepair(library: Library, suspects: readonly number[], marginal: ArrayLike<number>) {
  const absent = new Map<string, number>();
  for (const index of suspects) {
    const { repair } = library.faults[index]!;
    absent.set(repair, (absent.get(repair) ?? 1) * (1 - marginal[index]!));
  }
  const [first] = [...absent].sort((a, b) => a[1] - b[1]);
  return { repair: first![0], probability: 1 - first![1] };
}
