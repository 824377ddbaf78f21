import { type NetworkEvidence } from "../inference/network";
import { posteriors, posteriorsWithout } from "../inference/posteriors";
import { type CompiledLibrary, toEvidence } from "../library/compileLibrary";
import { type Finding, gatherSymptoms } from "./caseFindings";

/**
 * How much each finding speaks for or against each fault: the change of the fault's log odds when the finding is
 * left out, in decibans. +10 dB makes the fault ten times as likely as against all else, −10 dB a tenth.
 *
 * @param findings - All findings of the case.
 * @param faults - Indices of the faults to weigh.
 * @param maxExact - Largest group weighed exactly.
 * @returns decibans[finding][position in `faults`]; 0 for a finding that proves nothing.
 * @see I. J. Good, Probability and the Weighing of Evidence, Griffin 1950, section 6.1 (decibans).
 */
export function weighFindings(
  compiled: CompiledLibrary,
  findings: readonly Finding[],
  faults: readonly number[],
  maxExact?: number,
): number[][] {
  const { network, library } = compiled;
  const evidenceOf = (list: readonly Finding[]) => toEvidence(compiled, gatherSymptoms(library, list));
  const all = evidenceOf(findings);
  const without = findings.map((_, index) => evidenceOf(findings.filter((__, other) => other !== index)));
  // Most findings only add true symptoms: leaving those out needs no weighing of its own.
  const missing = without.map((fewer) => symptomsMissing(all, fewer));
  const quick = missing.flatMap((symptoms) => (symptoms ? [symptoms] : []));
  const weighed = posteriorsWithout(network, all, quick, maxExact);
  const quickly = weighed.without[Symbol.iterator]();
  const withAll = logOddsOf(weighed.marginal, faults);
  return without.map((fewer, index) => {
    const marginal = missing[index] ? quickly.next().value! : posteriors(network, fewer, maxExact).marginal;
    const before = logOddsOf(marginal, faults);
    return withAll.map((value, position) => {
      const change = value - before[position]!;
      return Number.isFinite(change) ? change : 0;
    });
  });
}

/** The true or doubtful symptoms of `all` that `fewer` lacks; null when they differ in anything else. */
function symptomsMissing(all: NetworkEvidence, fewer: NetworkEvidence): Set<number> | null {
  if (all.negative.length !== fewer.negative.length) return null;
  const trueOf = ({ positive }: NetworkEvidence) => new Set(positive);
  const doubtfulOf = ({ doubtful = [] }: NetworkEvidence) =>
    new Map(doubtful.map((one) => [one.symptom, `${one.ifTrue}/${one.ifFalse}`] as const));
  const [kept, doubted] = [trueOf(fewer), doubtfulOf(fewer)];
  const [before, doubtedBefore] = [trueOf(all), doubtfulOf(all)];
  const isSubset =
    [...kept].every((symptom) => before.has(symptom)) &&
    [...doubted].every(([symptom, weight]) => doubtedBefore.get(symptom) === weight);
  if (!isSubset) return null;
  return new Set([
    ...[...before].filter((symptom) => !kept.has(symptom)),
    ...[...doubtedBefore.keys()].filter((symptom) => !doubted.has(symptom)),
  ]);
}

function logOddsOf(marginal: Float64Array, faults: readonly number[]): number[] {
  return faults.map((fault) => 10 * Math.log10(marginal[fault]! / (1 - marginal[fault]!)));
}
