import { type CompiledLibrary, toEvidence } from "../library/compileLibrary";
import { type Finding, gatherSymptoms } from "./caseFindings";
import { posteriors } from "../inference/posteriors";

/**
 * How much each finding speaks for or against each fault: the change of the fault's log odds when the finding is
 * left out, in decibans. +10 dB makes the fault ten times as likely as against all else, −10 dB a tenth.
 *
 * @param findings - All findings of the case.
 * @param faults - Indices of the faults to weigh.
 * @returns decibans[finding][position in `faults`]; 0 for a finding that proves nothing.
 * @see I. J. Good, Probability and the Weighing of Evidence, Griffin 1950, section 6.1 (decibans).
 */
export function weighFindings(
  compiled: CompiledLibrary,
  findings: readonly Finding[],
  faults: readonly number[],
): number[][] {
  const logOdds = (list: readonly Finding[]) => {
    const { marginal } = posteriors(compiled.network, toEvidence(compiled, gatherSymptoms(compiled.library, list)));
    return faults.map((fault) => 10 * Math.log10(marginal[fault]! / (1 - marginal[fault]!)));
  };
  const withAll = logOdds(findings);
  return findings.map((_, index) => {
    const without = logOdds(findings.filter((__, other) => other !== index));
    return withAll.map((value, position) => {
      const change = value - without[position]!;
      return Number.isFinite(change) ? change : 0;
    });
  });
}
