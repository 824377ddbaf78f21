import { type Finding, getCheck, knownReadings, readingsOf } from "./caseFindings";
import { type CompiledLibrary, compileLibrary, toEvidence } from "./compileLibrary";
import { explainersOf, explainingSets } from "./explainingSets";
import { type CaseContext, type Check, type FaultMode, type Library } from "./library.types";
import { posteriors } from "./posteriors";
import { type RankedCheck, rankChecks } from "./rankChecks";
import { weighFindings } from "./weighFindings";

/** A case as the engine sees it: circumstances and findings, oldest first. */
export interface IsolationCase {
  context: CaseContext;
  findings: readonly Finding[];
}

/** A fault under suspicion. */
export interface Suspect {
  fault: FaultMode;
  probability: number;
  /** Before the last finding, for the tick on its bar. */
  probabilityBefore: number;
  prior: number;
  /** True when it could explain something seen; the others stand at what the evidence leaves of their usual rate. */
  mayExplain: boolean;
}

/** What an answer would leave: the suspects it makes most probable. */
export interface OutcomePreview {
  outcomeId: string;
  label: string;
  probability: number;
  leaders: { name: string; probability: number }[];
}

/** A check on offer, with why it is worth doing. */
export interface NextCheck extends RankedCheck {
  previews: OutcomePreview[];
  /** The suspects its outcomes pull apart most, with each one's span of probability. */
  splits: string[];
}

/** What one finding said, strongest for and against. */
export interface WeighedFinding {
  finding: Finding;
  weights: { faultId: string; name: string; decibans: number }[];
}

/** The engine's whole answer. */
export interface Isolation {
  suspects: Suspect[];
  nextChecks: NextCheck[];
  findings: WeighedFinding[];
  /** The most probable set of faults that explains all, with its probability. */
  bestSet: { faults: FaultMode[]; probability: number };
  /** True readings that the most probable set leaves to chance: a second fault is likely behind them. */
  unexplained: string[];
  /** Share of the posterior that the ranking looked at. */
  massRanked: number;
}

const PREVIEWED = 5;
/** A true reading counts as explained when some fault of the set makes it at least this likely. Trade judgement. */
const EXPLAINED_FROM = 0.2;
/** Faults that never reached this probability are not mentioned beside a finding. */
const WORTH_NAMING = 0.02;

/**
 * Weighs a case and names the next check.
 *
 * @returns Suspects (those that could explain something seen first, then most probable first), checks (most worth per minute first, checks already answered left out), what
 *   each finding said, the best explaining set and what it does not explain.
 * @throws {CoreInputError} `unknown_id`, `too_many_positives` or `impossible_evidence`.
 */
export function isolateCase(library: Library, { context, findings }: IsolationCase): Isolation {
  const compiled = compileLibrary(library, context);
  const known = knownReadings(library, findings);
  const evidence = toEvidence(compiled, known);
  const now = posteriors(compiled.network, evidence);
  const before = posteriors(compiled.network, toEvidence(compiled, knownReadings(library, findings.slice(0, -1))));
  const explainers = explainersOf(compiled.network, evidence.positive);
  const suspects = library.faults
    .map((fault, index) => ({
      fault,
      probability: now.marginal[index]!,
      probabilityBefore: before.marginal[index]!,
      prior: compiled.network.prior[index]!,
      mayExplain: explainers.has(index),
    }))
    .sort((a, b) => Number(b.mayExplain) - Number(a.mayExplain) || b.probability - a.probability);

  const likely = explainingSets(compiled.network, evidence, now);
  const ranked = rankChecks(compiled, known, likely, openChecks(library, findings));
  const best = likely.sets[0] ?? { faults: [], probability: 0 };
  return {
    suspects,
    nextChecks: ranked.map((item, place) =>
      place < PREVIEWED ? withPreviews(compiled, known, item) : { ...item, previews: [], splits: [] },
    ),
    findings: explainFindings(compiled, findings, suspects),
    bestSet: { faults: best.faults.map((index) => library.faults[index]!), probability: best.probability },
    unexplained: unexplainedReadings(library, known, best.faults),
    massRanked: likely.mass,
  };
}

/** Checks with no answer yet; one answered "unclear" or "could not do" is not offered again by itself. */
function openChecks(library: Library, findings: readonly Finding[]): Check[] {
  const answered = new Set(findings.map((finding) => (finding.kind === "check" ? finding.checkId : "")));
  return library.checks.filter((check) => !answered.has(check.id));
}

function withPreviews(compiled: CompiledLibrary, known: ReadonlyMap<string, boolean>, item: RankedCheck): NextCheck {
  const spans = new Map<string, { low: number; high: number }>();
  const previews = item.check.outcomes.map((outcome, index): OutcomePreview => {
    const probability = item.outcomeProbability[index]!;
    if (probability <= 1e-12) return { outcomeId: outcome.id, label: outcome.label, probability: 0, leaders: [] };
    const evidence = toEvidence(compiled, new Map([...known, ...Object.entries(outcome.sets)]));
    const { marginal } = posteriors(compiled.network, evidence);
    const explainers = explainersOf(compiled.network, evidence.positive);
    const leaders = compiled.library.faults
      .map((fault, place) => ({ name: fault.name, probability: marginal[place]!, mayExplain: explainers.has(place) }))
      .filter(({ mayExplain }) => mayExplain)
      .sort((a, b) => b.probability - a.probability);
    for (const { name, probability: p } of leaders) {
      const span = spans.get(name) ?? { low: p, high: p };
      spans.set(name, { low: Math.min(span.low, p), high: Math.max(span.high, p) });
    }
    return {
      outcomeId: outcome.id,
      label: outcome.label,
      probability,
      leaders: leaders.slice(0, 2).map(({ name, probability: p }) => ({ name, probability: p })),
    };
  });
  const splits = [...spans]
    .sort(([, a], [, b]) => b.high - b.low - (a.high - a.low))
    .slice(0, 2)
    .map(([name]) => name);
  return { ...item, previews, splits };
}

function explainFindings(
  compiled: CompiledLibrary,
  findings: readonly Finding[],
  suspects: readonly Suspect[],
): WeighedFinding[] {
  const faults = suspects.map(({ fault }) => compiled.faultIndex.get(fault.id)!);
  const decibans = weighFindings(compiled, findings, faults);
  return findings.map((finding, index) => ({
    finding,
    weights: suspects
      .map(({ fault, probability }, position) => ({
        faultId: fault.id,
        name: fault.name,
        decibans: decibans[index]![position]!,
        probability,
      }))
      .filter(({ decibans: weight, probability }) => Math.abs(weight) >= 0.5 && wasSuspect(probability, weight))
      .sort((a, b) => Math.abs(b.decibans) - Math.abs(a.decibans))
      .map(({ faultId, name, decibans: weight }) => ({ faultId, name, decibans: weight })),
  }));
}

/** True when the fault is a suspect now, or would be without the finding: a finding that cleared it is worth naming. */
function wasSuspect(probability: number, decibans: number): boolean {
  const oddsWithout = probability / (1 - probability) / 10 ** (decibans / 10);
  return Math.max(probability, oddsWithout / (1 + oddsWithout)) >= WORTH_NAMING;
}

function unexplainedReadings(
  library: Library,
  known: ReadonlyMap<string, boolean>,
  faults: readonly number[],
): string[] {
  const ids = faults.map((index) => library.faults[index]!.id);
  return library.readings
    .filter((reading) => known.get(reading.id) === true && reading.leak < EXPLAINED_FROM)
    .filter((reading) => !ids.some((id) => (reading.links[id] ?? 0) >= EXPLAINED_FROM))
    .map((reading) => reading.whenTrue);
}

/** In words, what a finding is: for lists, trails and reports. */
export function findingText(library: Library, finding: Finding): { title: string; detail: string } {
  if (finding.kind === "reading") {
    const reading = library.readings.find(({ id }) => id === finding.readingId);
    return {
      title: reading ? (finding.value ? reading.whenTrue : reading.whenFalse) : finding.readingId,
      detail: "seen",
    };
  }
  const check = getCheck(library, finding.checkId);
  const own = check.outcomes.find(({ id }) => id === finding.outcomeId);
  const label = own?.label ?? (finding.outcomeId === "unclear" ? "Unclear" : "Could not do it");
  const proves = Object.keys(readingsOf(library, finding)).length > 0;
  return { title: label, detail: proves ? check.title : `${check.title}: says nothing yet` };
}
