import { type CaseSymptoms } from "../findings/caseFindings";
import { type CompiledLibrary, toEvidence } from "../library/compileLibrary";
import { type CandidateDiagnoses } from "../inference/candidateDiagnoses";
import { falseGivenSets } from "../inference/falseGivenSets";
import { type Check, type Hazard } from "../library/library.types";
import { type HarmAtRisk, type HarmByHazard, harmOfCheck } from "./expectedHarm";
import { binaryEntropyBits, mutualInformationBits } from "./mutualInformationBits";
import { type RepairHypothesis } from "../repairs/planRepairs";

/** A check with its worth. */
export interface RankedCheck {
  check: Check;
  /** Mutual information between its outcome and the set of repairs needed, in bits. */
  bits: number;
  /** What it costs in the order of checks: minutes, with what danger, harm at risk and "no way back" add to them. */
  priceMinutes: number;
  /** What it tells, or lets one do by opening a gate, in bits per minute of that price: the order of the list. */
  bitsPerMinute: number;
  /** What it puts at risk under today's posterior. */
  harm: HarmAtRisk;
  /** What the most telling check behind a gate tells that this one opens, in bits; 0 when it opens none. */
  opensBits: number;
  /** Probability of each outcome, in the order of `check.outcomes`. */
  outcomeProbability: number[];
}

/** The order of checks, and what it was computed from. */
export interface Ranking {
  checks: RankedCheck[];
  /** The sets of repairs that may be needed, with their probability. */
  repairSets: readonly RepairHypothesis[];
  /** P(set of repairs and outcome) of a check: row after row, one row for each of `repairSets`, one column an outcome. */
  jointOf: (check: Check) => Float64Array;
}

/**
 * Minutes added to a check for the state it needs the craft in, so that of two checks of like worth the milder comes
 * first. Trade judgement, no published source: setting up for power takes a minute, for props a walk outside.
 */
export const HAZARD_MINUTES: Readonly<Record<Hazard, number>> = {
  unpowered: 0,
  "powered, props off": 1,
  "props on": 10,
};

/**
 * Minutes that any check takes besides its own: to take it to hand, to find its place on the craft and to write its answer down.
 * Without them a dozen quick looks that tell little come before the one that settles it. Trade judgement; that it pays is measured in
 * docs/simulated-technician.md.
 */
const BEGIN_MINUTES = 2;

/** Minutes added to a check that cannot be undone. Trade judgement. */
export const IRREVERSIBLE_MINUTES = 10;

/** A look that takes no tool and no more than this is free: it never stands behind power for want of a minute. Trade judgement. */
const FREE_LOOK_MINUTES = 1;
const FREE_LOOK_PRICE = 0.75;

/** True for sight, smell and touch: no power, no tool, no more than a minute. */
export function isFreeLook({ minutes, hazard, needs, irreversible }: Check): boolean {
  return hazard === "unpowered" && needs.length === 0 && minutes <= FREE_LOOK_MINUTES && !irreversible;
}

/** What bears on the price of checks besides their minutes. */
export interface CheckPricing {
  harm: HarmByHazard;
  /** What a minute of work costs, in cents: harm is turned into minutes by it. */
  centsPerMinute: number;
}

/** Nothing is at risk: for rankings that only ask what a check tells. */
const NO_HARM: CheckPricing = {
  harm: {
    unpowered: { cents: 0, worst: null },
    "powered, props off": { cents: 0, worst: null },
    "props on": { cents: 0, worst: null },
  },
  centsPerMinute: 1,
};

/**
 * Ranks checks by what they tell about WHAT TO REPAIR for what was seen, per minute. Faults that share one repair count as
 * one, since telling them apart changes nothing; a set of faults counts as the set of its repairs. Faults that could not
 * explain anything seen are summed out: learning about them is not what the job is for.
 *
 * @param symptoms - What is known already; a check whose outcome that settles is worth nothing.
 * @param likely - Likely fault sets with their probabilities, from `candidateDiagnoses`.
 * @param checks - Checks that may be offered.
 * @param pricing - What power and turning props put at risk; without it, nothing.
 * @returns All of them, most bits per minute first.
 */
export function rankChecks(
  compiled: CompiledLibrary,
  symptoms: Pick<CaseSymptoms, "known" | "doubtful">,
  likely: Pick<CandidateDiagnoses, "sets" | "background">,
  checks: readonly Check[],
  pricing: CheckPricing = NO_HARM,
): Ranking {
  const table = toSetTable(compiled, symptoms, likely);
  const outcomesOf = (check: Check) =>
    settingsOf(compiled, check).map((settings) => openSettings(symptoms.known, settings));
  const ranked = checks.map((check): RankedCheck => {
    const outcomes = outcomesOf(check);
    const { bits, outcomeProbability } = yesNoWorth(compiled, table, outcomes) ?? anyWorth(table, outcomes);
    const harm = harmOfCheck(check, pricing.harm);
    const priceMinutes = minutesWithHandicap(check) + harm.cents / pricing.centsPerMinute;
    return { check, bits, priceMinutes, bitsPerMinute: bits / priceMinutes, harm, opensBits: 0, outcomeProbability };
  });
  return {
    checks: ranked.sort((a, b) => b.bitsPerMinute - a.bitsPerMinute),
    repairSets: table.repairSets,
    jointOf: (check) => jointOf(table, outcomesOf(check)),
  };
}

/** What a check costs in the order of checks: its minutes, more for danger, more when there is no way back. */
export function minutesWithHandicap(check: Check): number {
  const { minutes, hazard, irreversible } = check;
  if (isFreeLook(check)) return BEGIN_MINUTES + Math.min(minutes, FREE_LOOK_PRICE);
  return BEGIN_MINUTES + minutes + HAZARD_MINUTES[hazard] + (irreversible ? IRREVERSIBLE_MINUTES : 0);
}

/** The likely sets as tables: what each weighs, which repairs it needs, and what it makes each symptom. */
interface SetTable {
  /** Probability of each set. */
  weights: Float64Array;
  /** Set → place in `repairSets`. */
  rowOfSet: Int32Array;
  repairSets: readonly RepairHypothesis[];
  /** P(symptom false | set), one row for each set and one more for "no suspect present". */
  isFalse: Float64Array;
  symptomCount: number;
  /** fault → the sets it is in. */
  setsWith: ReadonlyMap<number, readonly number[]>;
  /** Sum of all weights. */
  mass: number;
  /** Room for the inner loop, so that it need not be made anew for each check. */
  scratch: { shift: Float64Array; touched: number[]; seenFor: Int32Array; touchedFor: Int32Array; turn: number };
}

function toSetTable(
  compiled: CompiledLibrary,
  symptoms: Pick<CaseSymptoms, "known" | "doubtful">,
  { sets, background }: Pick<CandidateDiagnoses, "sets" | "background">,
): SetTable {
  const symptomCount = compiled.network.leak.length;
  const everySymptom = [...compiled.network.leak.keys()];
  const isFalse = falseGivenSets(compiled.network, [...sets, { faults: [] }], background, everySymptom);
  weighDoubt(compiled, symptoms, isFalse, symptomCount);
  const setsWith = new Map<number, number[]>();
  sets.forEach(({ faults }, set) => {
    for (const fault of faults) {
      const list = setsWith.get(fault);
      if (list) list.push(set);
      else setsWith.set(fault, [set]);
    }
  });
  const weights = Float64Array.from(sets, ({ probability }) => probability);
  const rows = rowsByRepair(compiled, sets);
  return {
    weights,
    ...rows,
    isFalse,
    symptomCount,
    setsWith,
    mass: weights.reduce((sum, weight) => sum + weight, 0),
    scratch: {
      shift: new Float64Array(rows.repairSets.length),
      touched: [],
      seenFor: new Int32Array(sets.length),
      touchedFor: new Int32Array(rows.repairSets.length),
      turn: 0,
    },
  };
}

/** Turns P(false | set) of each doubtful symptom into P(false | set, what was doubtfully seen): it may be looked at again. */
function weighDoubt(
  compiled: CompiledLibrary,
  symptoms: Pick<CaseSymptoms, "known" | "doubtful">,
  isFalse: Float64Array,
  symptomCount: number,
): void {
  for (const { symptom, ifTrue, ifFalse } of toEvidence(compiled, symptoms).doubtful ?? []) {
    for (let at = symptom; at < isFalse.length; at += symptomCount) {
      const whenFalse = isFalse[at]! * ifFalse;
      isFalse[at] = whenFalse / (whenFalse + (1 - isFalse[at]!) * ifTrue);
    }
  }
}

/** Gives each set the row of its repairs. */
function rowsByRepair(compiled: CompiledLibrary, sets: CandidateDiagnoses["sets"]) {
  const rows = new Map<string, number>();
  const repairSets: RepairHypothesis[] = [];
  const rowOfSet = Int32Array.from(sets, ({ faults, probability }) => {
    const repairs = [...new Set(faults.map((fault) => compiled.library.faults[fault]!.repair))].sort();
    const key = repairs.join("+");
    let row = rows.get(key);
    if (row === undefined) {
      rows.set(key, (row = rows.size));
      repairSets.push({ repairs, probability: 0 });
    }
    repairSets[row]!.probability += probability;
    return row;
  });
  return { rowOfSet, repairSets };
}

interface Setting {
  id: string;
  symptom: number;
  value: boolean;
}

const settingsByCheck = new WeakMap<CompiledLibrary["symptomIndex"], WeakMap<Check, Setting[][]>>();

/** What each outcome of a check sets, by symptom index; worked out once for each library. */
function settingsOf({ symptomIndex }: CompiledLibrary, check: Check): Setting[][] {
  let byCheck = settingsByCheck.get(symptomIndex);
  if (!byCheck) settingsByCheck.set(symptomIndex, (byCheck = new WeakMap()));
  let settings = byCheck.get(check);
  if (!settings) {
    settings = check.outcomes.map(({ sets }) =>
      Object.entries(sets).map(([id, value]) => ({ id, symptom: symptomIndex.get(id)!, value })),
    );
    byCheck.set(check, settings);
  }
  return settings;
}

/** The symptoms an outcome would newly settle; null when what is known rules the outcome out. */
function openSettings(known: ReadonlyMap<string, boolean>, settings: readonly Setting[]): readonly Setting[] | null {
  if (settings.every(({ id }) => !known.has(id))) return settings;
  if (settings.some(({ id, value }) => known.has(id) && known.get(id) !== value)) return null;
  return settings.filter(({ id }) => !known.has(id));
}

/** What a check is worth, and how probable each of its outcomes is. */
type Worth = Pick<RankedCheck, "bits" | "outcomeProbability">;

/**
 * Worth of a check that asks for one symptom: I = H(outcome) − Σ P(repairs)·H(outcome | repairs). Only sets with a fault
 * linked to the symptom differ from "no suspect present", so only those are gone through.
 *
 * @returns null when the check asks for more than one symptom, or its answer is known.
 */
function yesNoWorth(
  { network }: CompiledLibrary,
  { weights, rowOfSet, repairSets, mass, isFalse, symptomCount, setsWith, scratch }: SetTable,
  outcomes: readonly (readonly Setting[] | null)[],
): Worth | null {
  const [yes, no] = outcomes;
  if (outcomes.length !== 2 || yes?.length !== 1 || no?.length !== 1 || yes[0]!.symptom !== no[0]!.symptom) return null;
  const { symptom, value } = yes[0]!;
  const base = isFalse[weights.length * symptomCount + symptom]!;
  const { shift, touched, seenFor, touchedFor } = scratch; // shift: row → how much more weight is false than with no suspect present
  touched.length = 0;
  scratch.turn++;
  for (const { fault } of network.links[symptom]!) {
    for (const set of setsWith.get(fault) ?? []) {
      if (seenFor[set] === scratch.turn) continue;
      seenFor[set] = scratch.turn;
      const row = rowOfSet[set]!;
      if (touchedFor[row] !== scratch.turn) touched.push(row);
      touchedFor[row] = scratch.turn;
      shift[row]! += weights[set]! * (isFalse[set * symptomCount + symptom]! - base);
    }
  }
  const total = mass;
  let rest = total;
  let whenFalse = base * total;
  let conditional = 0;
  for (const row of touched) {
    const more = shift[row]!;
    const weight = repairSets[row]!.probability;
    shift[row] = 0;
    rest -= weight;
    whenFalse += more;
    conditional += weight * binaryEntropyBits(base + more / weight);
  }
  if (total <= 0) return { bits: 0, outcomeProbability: [0, 0] };
  const chance = Math.min(1, Math.max(0, whenFalse / total));
  const bits = binaryEntropyBits(chance) - (conditional + Math.max(0, rest) * binaryEntropyBits(base)) / total;
  return { bits: Math.max(0, bits), outcomeProbability: value ? [1 - chance, chance] : [chance, 1 - chance] };
}

function anyWorth(table: SetTable, outcomes: readonly (readonly Setting[] | null)[]): Worth {
  const joint = jointOf(table, outcomes);
  return {
    bits: mutualInformationBits(joint, outcomes.length),
    outcomeProbability: columnShares(joint, outcomes.length),
  };
}

/** P(repairs of a set and outcome): each set's probability, shared out over the outcomes. */
function jointOf(
  { weights, rowOfSet, repairSets, isFalse, symptomCount }: SetTable,
  outcomes: readonly (readonly Setting[] | null)[],
): Float64Array {
  const columns = outcomes.length;
  const joint = new Float64Array(repairSets.length * columns);
  const likelihood = new Float64Array(columns);
  for (let set = 0; set < weights.length; set++) {
    let total = 0;
    for (let column = 0; column < columns; column++) {
      likelihood[column] = outcomeLikelihood(outcomes[column]!, isFalse, set * symptomCount);
      total += likelihood[column]!;
    }
    if (total === 0) continue;
    const weight = weights[set]! / total;
    const row = rowOfSet[set]! * columns;
    for (let column = 0; column < columns; column++) joint[row + column]! += weight * likelihood[column]!;
  }
  return joint;
}

/** P(outcome | set), from the row of P(symptom false | set) that begins at `start`. */
function outcomeLikelihood(settings: readonly Setting[] | null, isFalse: Float64Array, start: number): number {
  if (settings === null) return 0;
  let likelihood = 1;
  for (const { symptom, value } of settings) {
    const probability = isFalse[start + symptom]!;
    likelihood *= value ? 1 - probability : probability;
  }
  return likelihood;
}

function columnShares(joint: Float64Array, columns: number): number[] {
  const sums = new Array<number>(columns).fill(0);
  let total = 0;
  for (let row = 0; row < joint.length; row += columns) {
    for (let column = 0; column < columns; column++) {
      sums[column]! += joint[row + column]!;
      total += joint[row + column]!;
    }
  }
  return sums.map((sum) => (total > 0 ? sum / total : 0));
}
