import { type Finding, gatherSymptoms } from "./caseFindings";
import { type CompiledLibrary, toEvidence } from "../library/compileLibrary";
import { explainersOf } from "../inference/candidateDiagnoses";
import { posteriors } from "../inference/posteriors";

/** What one finding did to the suspects. */
export interface TrailStep {
  finding: number;
  ruledOut: string[];
  /** The suspect that leads after it, when it is another than before; empty otherwise. */
  newLeader: string;
}

/** A suspect counts as one from here; as ruled out below the lower bound, and a tenth of what it once had. Trade judgement. */
const SUSPECT_FROM = 0.05;
const RULED_OUT_BELOW = 0.04;
const RULED_OUT_SHARE = 0.1;

/**
 * Follows the suspects through the findings, oldest first: which of them each finding ruled out, and when the lead changed.
 *
 * @param maxExact - Largest group weighed exactly.
 * @returns One step for each finding, fault ids in it.
 */
export function suspectTrail(compiled: CompiledLibrary, findings: readonly Finding[], maxExact?: number): TrailStep[] {
  const weigh = (count: number) => {
    const evidence = toEvidence(compiled, gatherSymptoms(compiled.library, findings.slice(0, count)));
    const { marginal } = posteriors(compiled.network, evidence, maxExact);
    return { marginal, suspects: explainersOf(compiled.network, evidence) };
  };
  const leaderOf = ({ marginal, suspects }: ReturnType<typeof weigh>) =>
    [...suspects].reduce((best, fault) => (best < 0 || marginal[fault]! > marginal[best]! ? fault : best), -1);
  const idOf = (fault: number) => compiled.library.faults[fault]!.id;
  let before = weigh(0);
  const highest = before.marginal.slice(); // of each fault so far
  const isOut = ({ marginal }: ReturnType<typeof weigh>, fault: number) =>
    marginal[fault]! < RULED_OUT_BELOW && marginal[fault]! <= RULED_OUT_SHARE * highest[fault]!;
  return findings.map((_, index) => {
    const after = weigh(index + 1);
    const ruledOut = [...before.suspects]
      .filter((fault) => highest[fault]! >= SUSPECT_FROM && !isOut(before, fault) && isOut(after, fault))
      .map(idOf);
    after.marginal.forEach((probability, fault) => (highest[fault] = Math.max(highest[fault]!, probability)));
    const leader = leaderOf(after);
    const newLeader = leader >= 0 && leader !== leaderOf(before) ? idOf(leader) : "";
    before = after;
    return { finding: index, ruledOut, newLeader };
  });
}
