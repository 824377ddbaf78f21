import { CoreInputError } from "../../CoreInputError";
import { type CaseSymptoms } from "../findings/caseFindings";
import { type LearnedCauses, timesAsOften } from "./learnedRate";
import { type CaseContext, type Check, type FaultMode, type Library, type PriorFactor } from "./library.types";
import { type NetworkEvidence, type NetworkLink, type NoisyOrNetwork } from "../inference/network";

/** A library made ready for one case: the network with priors for its context, and the way from ids to indices. */
export interface CompiledLibrary {
  library: Library;
  network: NoisyOrNetwork;
  symptomIndex: ReadonlyMap<string, number>;
  faultIndex: ReadonlyMap<string, number>;
}

/**
 * Builds the network of a library for the circumstances of one case. Faults that this kind of craft cannot have get the
 * prior 0.
 *
 * @param learned - What this shop's closed jobs say of the craft's kind; null to go by the library alone.
 */
export function compileLibrary(
  library: Library,
  context: CaseContext,
  learned: LearnedCauses | null = null,
): CompiledLibrary {
  const { faultIndex, symptomIndex, leak, links } = indexOf(library);
  const prior = Float64Array.from(library.faults, (fault) => priorInContext(fault, context, learned));
  return { library, network: { prior, leak, links }, symptomIndex, faultIndex };
}

interface LibraryIndex extends Pick<NoisyOrNetwork, "leak" | "links"> {
  faultIndex: ReadonlyMap<string, number>;
  symptomIndex: ReadonlyMap<string, number>;
}

/** What does not depend on the case is worked out once for each library: a library is never changed in place. */
const indices = new WeakMap<Library, LibraryIndex>();

function indexOf(library: Library): LibraryIndex {
  let index = indices.get(library);
  if (!index) {
    const faultIndex = new Map(library.faults.map((fault, place) => [fault.id, place]));
    index = {
      faultIndex,
      symptomIndex: new Map(library.symptoms.map((symptom, place) => [symptom.id, place])),
      leak: Float64Array.from(library.symptoms, (symptom) => symptom.leak),
      links: library.symptoms.map(({ links }) =>
        Object.entries(links).map(([fault, strength]): NetworkLink => ({ fault: faultIndex.get(fault)!, strength })),
      ),
    };
    indices.set(library, index);
  }
  return index;
}

/** True when a craft of this kind can have the fault. */
export function canHave(craftKind: string, fault: FaultMode): boolean {
  return !fault.craftKinds || fault.craftKinds.includes(craftKind);
}

/** A prior this high would leave nothing to find out. */
const MOST = 0.9;

/**
 * The prior of a fault in this context: factors multiply its odds, so it never leaves 0..1. What the shop has learned multiplies the
 * outcome by how many times as often as expected it met the fault.
 */
export function priorInContext(fault: FaultMode, context: CaseContext, learned: LearnedCauses | null = null): number {
  if (!canHave(context.craftKind, fault)) return 0;
  const prior = byLibrary(fault, context);
  if (!learned) return prior;
  return Math.min(MOST, prior * learnedRate(fault, context.craftKind, learned).times);
}

/**
 * What a shop's closed jobs on one kind of craft make of a fault's rate.
 *
 * @returns Jobs that had it, jobs that the library expects to have had it under their circumstances, and by how many times its rate
 *   is multiplied.
 */
export function learnedRate(
  fault: FaultMode,
  craftKind: string,
  { circumstances, withFault }: LearnedCauses,
): { seen: number; expected: number; times: number } {
  const seen = withFault[fault.id] ?? 0;
  const expected = circumstances.reduce(
    (sum, { phase, history, jobs }) => sum + jobs * byLibrary(fault, { craftKind, phase, history }),
    0,
  );
  return { seen, expected, times: timesAsOften(forKind(fault, craftKind), expected, seen) };
}

function byLibrary(fault: FaultMode, context: CaseContext): number {
  return multiplyOdds(
    fault.prior,
    (fault.when ?? []).filter((factor) => applies(factor, context)),
  );
}

/** The rate for a kind of craft, whatever its circumstances. */
function forKind({ prior, when = [] }: FaultMode, craftKind: string): number {
  return multiplyOdds(
    prior,
    when.filter(({ phase, history, craftKind: kinds }) => !phase && !history && kinds?.includes(craftKind)),
  );
}

function multiplyOdds(probability: number, factors: readonly PriorFactor[]): number {
  const odds = factors.reduce((product, { factor }) => product * factor, probability / (1 - probability));
  return odds / (1 + odds);
}

function applies(factor: PriorFactor, context: CaseContext): boolean {
  return (
    (!factor.craftKind || factor.craftKind.includes(context.craftKind)) &&
    (!factor.phase || factor.phase.includes(context.phase)) &&
    (!factor.history || factor.history.includes(context.history))
  );
}

/** A doubtful finding is taken to be right four times in five. Trade judgement, no published source. */
const DOUBTFUL_IS_RIGHT = 0.8;

/**
 * Turns gathered symptoms into network evidence.
 *
 * @throws {CoreInputError} `unknown_id` for a symptom that the library does not have.
 */
export function toEvidence(
  compiled: CompiledLibrary,
  { known, doubtful }: Pick<CaseSymptoms, "known" | "doubtful">,
): NetworkEvidence {
  const positive: number[] = [];
  const negative: number[] = [];
  for (const [id, value] of known) (value ? positive : negative).push(indexOfSymptom(compiled, id));
  return {
    positive,
    negative,
    doubtful: Array.from(doubtful, ([id, value]) => ({
      symptom: indexOfSymptom(compiled, id),
      ifTrue: value ? DOUBTFUL_IS_RIGHT : 1 - DOUBTFUL_IS_RIGHT,
      ifFalse: value ? 1 - DOUBTFUL_IS_RIGHT : DOUBTFUL_IS_RIGHT,
    })),
  };
}

function indexOfSymptom(compiled: CompiledLibrary, id: string): number {
  const index = compiled.symptomIndex.get(id);
  if (index === undefined) throw new CoreInputError("unknown_id", `the library has no symptom "${id}"`);
  return index;
}

/** True when some fault that this craft can have bears on a symptom of the check. */
export function bearsOnCraft({ network, symptomIndex }: CompiledLibrary, check: Check): boolean {
  return check.outcomes.some(({ sets }) =>
    Object.keys(sets).some((id) =>
      network.links[symptomIndex.get(id)!]!.some(({ fault }) => network.prior[fault]! > 0),
    ),
  );
}
