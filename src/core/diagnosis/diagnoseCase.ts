import { adviseStop, type ShopPrices, type StopAdvice } from "./repairs/adviseStop";
import { CRAFT_KINDS, type CraftKind } from "../craft/craftKinds";
import { type AvailableChecks } from "./checks/availableChecks";
import { type CaseSymptoms, type Contradiction, type Finding, gatherSymptoms } from "./findings/caseFindings";
import { type ShutGate } from "./gates/shutGates";
import { type CompiledLibrary, compileLibrary, toEvidence } from "./library/compileLibrary";
import { explainFindings, type WeighedFinding } from "./findings/explainFindings";
import { explainersOf, type CandidateDiagnoses } from "./inference/candidateDiagnoses";
import { type CaseContext, type FaultMode, type Library } from "./library/library.types";
import { type MindChanger, mindChangers } from "./checks/mindChangers";
import { largestGroup, MAX_EXACT, posteriors } from "./inference/posteriors";
import { type NextCheck, previewOutcomes } from "./checks/previewOutcomes";
import { rankChecks } from "./checks/rankChecks";
import { type PlacesOfCraft, placeSuspects } from "./places/placeSuspects";
import { type RankedMeasurement, rankMeasurements } from "./checks/rankMeasurements";
import { suspectTrail, type TrailStep } from "./findings/suspectTrail";
import { type RepairHypothesis } from "./repairs/planRepairs";
import { type Suspect } from "./suspect";
import { type ShutCheck, weighCase, type WeighedCase, type WeighedWith } from "./weighCase";

/** A case as the engine sees it: circumstances and findings, oldest first. */
export interface DiagnosisCase extends WeighedWith {
  context: CaseContext;
  findings: readonly Finding[];
  /** What the craft is like, for places; without it those of its kind are taken. */
  craft?: PlacesOfCraft | null;
  /** The shop's prices; without them no advice is given when to stop. */
  prices?: ShopPrices | null;
}

/** The engine's whole answer. */
export interface Diagnosis {
  suspects: Suspect[];
  nextChecks: NextCheck[];
  /** Checks that would tell something and wait behind a shut gate, the most telling first. */
  shut: ShutCheck[];
  gates: ShutGate[];
  /** Repair → probability that it is needed, of the fault sets that the ranking looked at. */
  repairs: Readonly<Record<string, number>>;
  /** Checks that would help but cannot be done here, with what is missing. */
  missing: AvailableChecks["missing"];
  /** What the bench could measure, by what it would tell. */
  measurements: RankedMeasurement[];
  findings: WeighedFinding[];
  trail: TrailStep[];
  /** The most probable set of faults that explains all, with its probability. */
  bestSet: { faults: FaultMode[]; probability: number };
  /** Checks were made, and no fault of the library is believed after them: no repair is advised on its word. */
  isOutside: boolean;
  /** True symptoms that the most probable set leaves to chance: a second fault is likely behind them. */
  unexplained: string[];
  /** Sure findings that say opposite things; the later one counts. */
  contradictions: readonly Contradiction[];
  mindChangers: MindChanger[];
  advice: StopAdvice | null;
  /** Share of the posterior that the ranking looked at. */
  massRanked: number;
  /** False when the suspects' probabilities are an approximation. */
  isExact: boolean;
  /** False when what each answer would leave, and what each finding ruled out, is an approximation. */
  arePreviewsExact: boolean;
}

const PREVIEWED = 5;
/** Up to this many symptoms that hang together, previews and the trail are exact: some sixty weighings within a tenth of a second. */
const EXPLAINED_EXACTLY = 9;
/** Beyond it they go in portions of this size. */
const PREVIEW_PORTION = 6;
/** After so many checks without anybody to believe, the cause is likely none of the library's. Trade judgement, as is the next. */
const CHECKS_BEFORE_OUTSIDE = 3;
const BELIEVED_FROM = 0.2;
/** A true symptom counts as explained when some fault of the set makes it at least this likely. Trade judgement. */
const EXPLAINED_FROM = 0.2;

/**
 * Weighs a case and names the next check.
 *
 * @param maxExact - Largest group of symptoms weighed exactly; the cost of the whole answer is bounded by it.
 * @returns Suspects that the craft can have (those that could explain something seen first, then most probable first), checks (most worth per minute first, checks already
 *   answered left out), what each finding said, the best explaining set and what it does not explain.
 * @throws {CoreInputError} `unknown_id` or `impossible_evidence`.
 */
export function diagnoseCase(library: Library, diagnosisCase: DiagnosisCase, maxExact = MAX_EXACT): Diagnosis {
  const { context, findings, workshop = null, learned = null, prices = null, openedGates } = diagnosisCase;
  const labour = prices && { labourCentsPerHour: prices.labourCentsPerHour };
  const weighed = weighCase(library, context, findings, { workshop, learned, openedGates, ...labour }, maxExact);
  const { compiled, symptoms, evidence, now, likely, available, ranking, shut, gates } = weighed;
  // What is weighed dozens of times over, for previews and explanations, goes in portions from a smaller size on.
  const aside = largestGroup(compiled.network, evidence) <= EXPLAINED_EXACTLY ? maxExact : PREVIEW_PORTION;
  const suspects = suspectsOf(weighed, diagnosisCase, aside);
  const nextChecks = ranking.checks.map((ranked, place) =>
    place < PREVIEWED
      ? previewOutcomes(compiled, symptoms, now.marginal, ranked, aside)
      : { ...ranked, previews: [], splits: [] },
  );
  const best = likely.sets[0] ?? { faults: [], probability: 0 };
  const answered = findings.filter(({ kind }) => kind === "check").length;
  const isOutside =
    hasSeen(symptoms) &&
    best.faults.length === 0 &&
    answered >= CHECKS_BEFORE_OUTSIDE &&
    (suspects[0]?.probability ?? 0) < BELIEVED_FROM;
  return {
    suspects,
    nextChecks,
    shut: shut.filter(({ ranked }) => ranked.bits >= WORTH_MENTIONING_BITS),
    gates,
    repairs: repairsNeeded(ranking.repairSets),
    missing: worthMissing(compiled, symptoms, likely, available),
    measurements: rankMeasurements(compiled, symptoms, likely),
    findings: explainFindings(compiled, findings, suspects, maxExact),
    trail: suspectTrail(compiled, findings, aside),
    bestSet: { faults: best.faults.map((index) => library.faults[index]!), probability: best.probability },
    isOutside,
    unexplained: unexplainedSymptoms(library, symptoms.known, best.faults),
    contradictions: symptoms.contradictions,
    mindChangers: suspects[0] ? mindChangers(nextChecks.slice(0, PREVIEWED), suspects[0].fault.id) : [],
    // With nothing seen, or nothing that explains it, there is nothing to repair, and so no cost to compare.
    advice: prices && hasSeen(symptoms) && !isOutside ? adviseStop(library, weighed, prices) : null,
    massRanked: likely.mass,
    isExact: now.isExact,
    arePreviewsExact: now.isExact && aside === maxExact,
  };
}

function repairsNeeded(sets: readonly RepairHypothesis[]): Record<string, number> {
  const total = sets.reduce((sum, { probability }) => sum + probability, 0) || 1;
  const needed: Record<string, number> = {};
  for (const { repairs, probability } of sets)
    for (const repair of repairs) needed[repair] = (needed[repair] ?? 0) + probability / total;
  return needed;
}

function suspectsOf(
  { compiled, symptoms, now: { marginal } }: WeighedCase,
  { context, findings, craft }: DiagnosisCase,
  maxExact: number,
): Suspect[] {
  const { library, network } = compiled;
  const places = placeSuspects(compiled, findings, symptoms, craft ?? craftOfKind(context.craftKind));
  const weigh = (count: number) => toEvidence(compiled, gatherSymptoms(library, findings.slice(0, count)));
  const before = posteriors(network, weigh(Math.max(0, findings.length - 1)), maxExact);
  const explainers = explainersOf(network, weigh(findings.length));
  const byLibrary = compileLibrary(library, context).network.prior;
  return library.faults
    .map((fault, index) => ({
      fault,
      probability: marginal[index]!,
      probabilityBefore: before.marginal[index]!,
      prior: network.prior[index]!,
      libraryPrior: byLibrary[index]!,
      mayExplain: explainers.has(index),
      places: places.get(fault.id) ?? [],
    }))
    .filter(({ prior }) => prior > 0)
    .sort((a, b) => Number(b.mayExplain) - Number(a.mayExplain) || b.probability - a.probability);
}

/** What a craft of a kind usually carries. */
function craftOfKind(craftKind: string): PlacesOfCraft {
  const kind = craftKind as CraftKind;
  return { shape: { kind, motorCount: CRAFT_KINDS[kind].motors }, fitted: {} };
}

function hasSeen({ known, doubtful }: CaseSymptoms): boolean {
  return [...known.values(), ...doubtful.values()].includes(true);
}

/** A check that cannot be done is only worth mentioning when it would tell at least as much as this. Trade judgement. */
const WORTH_MENTIONING_BITS = 0.05;

function worthMissing(
  compiled: CompiledLibrary,
  symptoms: CaseSymptoms,
  likely: CandidateDiagnoses,
  { missing }: AvailableChecks,
): AvailableChecks["missing"] {
  const byCheck = new Map(missing.map((entry) => [entry.check.id, entry]));
  return rankChecks(
    compiled,
    symptoms,
    likely,
    missing.map(({ check }) => check),
  )
    .checks.filter(({ bits }) => bits >= WORTH_MENTIONING_BITS)
    .map(({ check }) => byCheck.get(check.id)!);
}

function unexplainedSymptoms(
  library: Library,
  known: ReadonlyMap<string, boolean>,
  faults: readonly number[],
): string[] {
  const ids = faults.map((index) => library.faults[index]!.id);
  return library.symptoms
    .filter((symptom) => known.get(symptom.id) === true && symptom.leak < EXPLAINED_FROM)
    .filter((symptom) => !ids.some((id) => (symptom.links[id] ?? 0) >= EXPLAINED_FROM))
    .map((symptom) => symptom.whenTrue);
}
