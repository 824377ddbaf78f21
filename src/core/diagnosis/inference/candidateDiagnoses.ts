import { absorbNegatives } from "./absorbNegatives";
import { falseGivenSets } from "./falseGivenSets";
import { type NetworkEvidence, type NoisyOrNetwork, weightedSymptoms } from "./network";
import { type Posteriors } from "./posteriors";

/** A set of suspects that are all present, no other suspect being so. */
export interface CandidateDiagnosis {
  faults: readonly number[];
  /** P(exactly this set of the suspects | evidence). */
  probability: number;
}

/** The likely sets and how much of all probability they hold. */
export interface CandidateDiagnoses {
  /** Most probable first. */
  sets: CandidateDiagnosis[];
  /** Sum of their probabilities, 0..1; what is missing lies in rarer combinations. */
  mass: number;
  /** P(fault | evidence) of each fault that is summed out instead of listed; 0 for the suspects. Length F. */
  background: Float64Array;
}

/** How many of the most probable suspects are combined to sets of one, two, three and four. */
const COMBINED = [64, 24, 12, 8] as const;
/** Larger sets are grown from the most probable ones of at least three, as long as that finds a better one. */
const GROWN_FROM = 24;
const GROWN_SIZE = 3;
const GROWN_BY = 24;
const MAX_ROUNDS = 8;
const MAX_SETS = 256;
/** A set this much less probable than the best one cannot change the order of the checks. */
const NEGLIGIBLE = 1e-5;

/**
 * Lists the fault sets that carry the posterior, most probable first: every suspect alone, the likelier ones in pairs,
 * threes and fours, and larger sets grown from those while that finds a better one.
 *
 * Suspects are the faults that could explain something seen: those linked to a true symptom, or all of them while nothing
 * was seen. The other faults are independent of the suspects and of each other given the evidence, so they are summed out
 * exactly and handed on as `background`. Each probability is exact; only the list is cut short, and `mass` says by how much.
 *
 * @param known - The posteriors for the same evidence.
 */
export function candidateDiagnoses(
  network: NoisyOrNetwork,
  evidence: NetworkEvidence,
  known: Posteriors,
): CandidateDiagnoses {
  const { probability: prior, likelihood } = absorbNegatives(network, evidence.negative);
  const related = explainersOf(network, evidence);
  const background = prior.map((p, fault) => (related.has(fault) ? 0 : p));
  let noSuspect = likelihood / known.likelihood;
  for (const fault of related) noSuspect *= 1 - prior[fault]!;
  const suspects = [...related]
    .filter((fault) => known.marginal[fault]! > 1e-6 && prior[fault]! < 1) // a certain fault leaves no odds
    .sort((a, b) => known.marginal[b]! - known.marginal[a]!);

  const findings = weightedSymptoms(evidence);
  const symptoms = findings.map(({ symptom }) => symptom);
  const weigh = (subsets: readonly { faults: readonly number[] }[]): CandidateDiagnosis[] => {
    const isFalse = falseGivenSets(network, subsets, background, symptoms);
    return subsets.map(({ faults }, index) => {
      let probability = noSuspect;
      for (const fault of faults) probability *= prior[fault]! / (1 - prior[fault]!);
      for (let column = 0; column < findings.length; column++) {
        const pFalse = isFalse[index * findings.length + column]!;
        probability *= findings[column]!.ifTrue * (1 - pFalse) + findings[column]!.ifFalse * pFalse;
      }
      return { faults, probability };
    });
  };
  const sets = growSets(weigh(combinationsOf(suspects)), suspects, weigh);
  const best = sets[0]?.probability ?? 0;
  const kept = sets.slice(0, MAX_SETS).filter(({ probability }) => probability > best * NEGLIGIBLE);
  return {
    sets: kept,
    mass: Math.min(
      1,
      kept.reduce((sum, set) => sum + set.probability, 0),
    ),
    background,
  };
}

/** Adds sets of one more fault to the most probable ones, again and again, until none of them is among the most probable. */
function growSets(
  sets: CandidateDiagnosis[],
  suspects: readonly number[],
  weigh: (subsets: readonly { faults: readonly number[] }[]) => CandidateDiagnosis[],
): CandidateDiagnosis[] {
  const byProbability = (a: CandidateDiagnosis, b: CandidateDiagnosis) => b.probability - a.probability;
  sets.sort(byProbability);
  let front = sets.slice(0, GROWN_FROM).filter(({ faults }) => faults.length >= GROWN_SIZE);
  if (front.length === 0) return sets;
  // Faults stand in each set in the order of the suspects, so that one set has one name: a character for each fault.
  const rank = new Map(suspects.map((fault, index) => [fault, index]));
  const nameOf = (faults: readonly number[]) => String.fromCharCode(...faults);
  const known = new Set(sets.map(({ faults }) => nameOf(faults)));
  for (let round = 0; round < MAX_ROUNDS && front.length > 0; round++) {
    const grown: { faults: readonly number[] }[] = [];
    for (const { faults } of front) {
      for (const fault of suspects.slice(0, GROWN_BY)) {
        if (faults.includes(fault)) continue;
        const after = faults.findIndex((other) => rank.get(other)! > rank.get(fault)!);
        const place = after < 0 ? faults.length : after;
        const larger = [...faults.slice(0, place), fault, ...faults.slice(place)];
        const name = nameOf(larger);
        if (known.has(name)) continue;
        known.add(name);
        grown.push({ faults: larger });
      }
    }
    const threshold = sets[MAX_SETS - 1]?.probability ?? 0;
    const better = weigh(grown).filter(({ probability }) => probability > threshold);
    if (better.length === 0) break;
    sets = [...sets.slice(0, MAX_SETS), ...better].sort(byProbability);
    front = better.sort(byProbability).slice(0, GROWN_FROM);
  }
  return sets;
}

/** The empty set, and sets of one to four of the suspects; the fewer, the larger the set. */
function combinationsOf(suspects: readonly number[]): { faults: readonly number[] }[] {
  const subsets: { faults: readonly number[] }[] = [{ faults: [] }];
  COMBINED.forEach((count, index) => {
    const among = suspects.slice(0, count);
    const grow = (first: number, chosen: readonly number[]) => {
      if (chosen.length === index + 1) {
        subsets.push({ faults: chosen });
        return;
      }
      for (let i = first; i < among.length; i++) grow(i + 1, [...chosen, among[i]!]);
    };
    grow(0, []);
  });
  return subsets;
}

/** Faults that could explain something seen, be it doubtfully; all that the craft can have while nothing was seen. */
export function explainersOf(network: NoisyOrNetwork, evidence: NetworkEvidence): Set<number> {
  const seen = weightedSymptoms(evidence).filter(({ ifTrue, ifFalse }) => ifTrue > ifFalse);
  const faults =
    seen.length === 0
      ? [...network.prior.keys()]
      : seen.flatMap(({ symptom }) => network.links[symptom]!.map(({ fault }) => fault));
  return new Set(faults.filter((fault) => network.prior[fault]! > 0));
}
