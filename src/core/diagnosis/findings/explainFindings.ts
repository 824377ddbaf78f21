import { type Finding } from "./caseFindings";
import { type CompiledLibrary } from "../library/compileLibrary";
import { type Suspect } from "../suspect";
import { weighFindings } from "./weighFindings";

/** What one finding said, strongest for and against. */
export interface WeighedFinding {
  finding: Finding;
  weights: { faultId: string; name: string; decibans: number }[];
}

/** Faults that never reached this probability are not mentioned beside a finding. */
const WORTH_NAMING = 0.02;

/** Weighs each finding for each suspect worth naming, strongest first. */
export function explainFindings(
  compiled: CompiledLibrary,
  findings: readonly Finding[],
  suspects: readonly Suspect[],
  maxExact?: number,
): WeighedFinding[] {
  const faults = suspects.map(({ fault }) => compiled.faultIndex.get(fault.id)!);
  const decibans = weighFindings(compiled, findings, faults, maxExact);
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
