import { availableChecks, type AvailableChecks, type Workshop, workshopWithAll } from "./checks/availableChecks";
import { type CaseSymptoms, type Finding, gatherSymptoms, OPEN_OUTCOMES } from "./findings/caseFindings";
import { bearsOnCraft, type CompiledLibrary, compileLibrary, toEvidence } from "./library/compileLibrary";
import { type CandidateDiagnoses, candidateDiagnoses, explainersOf } from "./inference/candidateDiagnoses";
import { type LearnedCauses } from "./library/learnedRate";
import { type CaseContext, type Check, type Gate, HAZARDS, type Library } from "./library/library.types";
import { type NetworkEvidence } from "./inference/network";
import { type Posteriors, posteriors } from "./inference/posteriors";
import { expectedHarm, harmOfRetest } from "./checks/expectedHarm";
import { isFreeLook, type RankedCheck, rankChecks, type Ranking } from "./checks/rankChecks";
import { gateBefore, type ShutGate, shutGates } from "./gates/shutGates";

/** What bears on the weighing of a case. */
export interface WeighedWith {
  /** What there is to check with; without it, all is at hand. */
  workshop?: Workshop | null;
  /** What this shop's closed jobs taught; without it, the library alone counts. */
  learned?: LearnedCauses | null;
  /** Ids of gates that a technician opened with a reason. */
  openedGates?: readonly string[];
  /** What an hour of work costs, in cents: what is at risk is weighed against it. */
  labourCentsPerHour?: number;
}

/** Without the shop's own price of an hour. Trade judgement, no published source. */
const USUAL_CENTS_PER_HOUR = 5400;

/** A check that is not done before something else was. */
export interface ShutCheck {
  ranked: RankedCheck;
  gate: Gate;
  openers: readonly Check[];
}

/** The numbers of a case, before they are explained. */
export interface WeighedCase {
  compiled: CompiledLibrary;
  symptoms: CaseSymptoms;
  evidence: NetworkEvidence;
  now: Posteriors;
  likely: CandidateDiagnoses;
  available: AvailableChecks;
  /** Of the checks that may be done now. */
  ranking: Ranking;
  /** Those behind a shut gate, the most telling first. */
  shut: ShutCheck[];
  gates: ShutGate[];
  /** What the test after a repair puts at risk: repair → cents. */
  retestHarm: (repairId: string) => number;
}

/**
 * Posteriors of all faults and the order of all open checks: the engine's answer without its explanations.
 *
 * @param findings - Oldest first.
 * @param maxExact - Largest group of symptoms weighed exactly.
 * @throws {CoreInputError} `unknown_id` or `impossible_evidence`.
 */
export function weighCase(
  library: Library,
  context: CaseContext,
  findings: readonly Finding[],
  { workshop = null, learned = null, openedGates = [], labourCentsPerHour = USUAL_CENTS_PER_HOUR }: WeighedWith = {},
  maxExact?: number,
): WeighedCase {
  const compiled = compileLibrary(library, context, learned);
  const symptoms = gatherSymptoms(library, findings);
  const evidence = toEvidence(compiled, symptoms);
  const now = posteriors(compiled.network, evidence, maxExact);
  const likely = candidateDiagnoses(compiled.network, evidence, now);
  const gates = shutGates(library, context, findings, symptoms, openedGates);
  const candidates = openChecks(compiled, context.craftKind, findings, gates);
  const available = availableChecks(candidates, workshop ?? workshopWithAll(context.craftKind));
  const suspected = ofSuspects(compiled, evidence, now.marginal);
  const pricing = {
    harm: expectedHarm(library, suspected),
    centsPerMinute: labourCentsPerHour / 60,
  };
  const whole = rankChecks(compiled, symptoms, likely, available.open, pricing);
  const shut = whole.checks.flatMap((ranked): ShutCheck[] => {
    const before = gateBefore(ranked.check, gates);
    return before ? [{ ranked, gate: before.gate, openers: before.openers }] : [];
  });
  const behind = new Set(shut.map(({ ranked }) => ranked));
  const open = whole.checks.filter((ranked) => !behind.has(ranked));
  const inOrder = openersFirst(open, shut);
  const looked = hasLooked(library, findings) ? inOrder : lookFirst(inOrder);
  const ranking = { ...whole, checks: urgentFirst(looked, gates) };
  return {
    compiled,
    symptoms,
    evidence,
    now,
    likely,
    available,
    ranking,
    shut,
    gates,
    retestHarm: harmOfRetest(library, suspected),
  };
}

/**
 * P(fault) of the suspects alone, 0 for the rest. What could explain nothing that was seen is no more probable on this craft than
 * on any that is powered every day; after burning, water or a crash the gates stand before power, whatever the odds.
 */
function ofSuspects(compiled: CompiledLibrary, evidence: NetworkEvidence, marginal: Float64Array): Float64Array {
  const suspects = explainersOf(compiled.network, evidence);
  return marginal.map((probability, fault) => (suspects.has(fault) ? probability : 0));
}

/** A check that tells less than this tells nothing, however short it is. Trade judgement. */
const NEXT_TO_NOTHING_BITS = 0.01;

/** True when a check tells something, or opens the way to one that does. */
export function tells({ bits, opensBits }: RankedCheck): boolean {
  return Math.max(bits, opensBits) >= NEXT_TO_NOTHING_BITS;
}

/**
 * A check that opens a gate is worth at least what it lets one do: the most telling check behind it, at the price of both.
 *
 * @param open - Checks that may be done now, best first.
 * @returns The same, best first.
 */
function openersFirst(open: readonly RankedCheck[], shut: readonly ShutCheck[]): RankedCheck[] {
  const worth = open.map((ranked) => {
    const opened = shut.filter(({ openers }) => openers.includes(ranked.check)).map((one) => one.ranked);
    const through = opened.map(({ bits, priceMinutes }) => bits / (priceMinutes + ranked.priceMinutes));
    return {
      ...ranked,
      opensBits: Math.max(0, ...opened.map(({ bits }) => bits)),
      bitsPerMinute: Math.max(ranked.bitsPerMinute, ...through),
    };
  });
  // Of what tells nothing the least dangerous comes first: its worth is rounding.
  const danger = (ranked: RankedCheck) => (tells(ranked) ? 0 : HAZARDS.indexOf(ranked.check.hazard));
  return worth.sort(
    (a, b) => Number(tells(b)) - Number(tells(a)) || danger(a) - danger(b) || b.bitsPerMinute - a.bitsPerMinute,
  );
}

/** True when a check is done on this kind of craft. */
function isFor(craftKind: string, { craftKinds }: Check): boolean {
  return !craftKinds || craftKinds.includes(craftKind);
}

/** A look that tells less than this is not worth the walk to the bench. Trade judgement. */
const WORTH_A_LOOK_BITS = 0.05;

/** Before the first power of a case comes one free look, if any tells something: the most telling for its price. */
function lookFirst(inOrder: readonly RankedCheck[]): RankedCheck[] {
  const look = inOrder.find(({ check, bits }) => isFreeLook(check) && bits >= WORTH_A_LOOK_BITS);
  return look && inOrder[0]!.check.hazard !== "unpowered"
    ? [look, ...inOrder.filter((ranked) => ranked !== look)]
    : [...inOrder];
}

/** What opens a gate that comes before everything stands before everything: a swollen pack is carried out, then one goes on. */
function urgentFirst(inOrder: readonly RankedCheck[], gates: readonly ShutGate[]): RankedCheck[] {
  const urgent = new Set(gates.flatMap(({ gate, openers }) => (gate.comesFirst ? openers : [])));
  const isUrgent = ({ check }: RankedCheck) => urgent.has(check);
  return [...inOrder.filter(isUrgent), ...inOrder.filter((ranked) => !isUrgent(ranked))];
}

function hasLooked(library: Library, findings: readonly Finding[]): boolean {
  return findings.some(
    (finding) =>
      finding.kind === "check" &&
      library.checks.find(({ id }) => id === finding.checkId)?.hazard === "unpowered" &&
      !(OPEN_OUTCOMES as readonly string[]).includes(finding.outcomeId),
  );
}

/**
 * Checks with no answer yet; one answered "unclear" or "could not do" is not offered again by itself. What opens a shut gate
 * is on offer though no suspect of this craft bears on it.
 */
function openChecks(
  compiled: CompiledLibrary,
  craftKind: string,
  findings: readonly Finding[],
  gates: readonly ShutGate[],
): Check[] {
  const answered = new Set(findings.map((finding) => (finding.kind === "check" ? finding.checkId : "")));
  const opening = new Set(gates.flatMap(({ openers }) => openers));
  return compiled.library.checks.filter(
    (check) =>
      !answered.has(check.id) && isFor(craftKind, check) && (opening.has(check) || bearsOnCraft(compiled, check)),
  );
}
