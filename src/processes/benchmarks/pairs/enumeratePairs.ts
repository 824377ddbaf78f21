import { type CaseSymptoms } from "../../../core/diagnosis/findings/caseFindings";
import { type CompiledLibrary } from "../../../core/diagnosis/library/compileLibrary";
import { type Check } from "../../../core/diagnosis/library/library.types";
import { mutualInformationBits } from "../../../core/diagnosis/checks/mutualInformationBits";
import { symptomProbability } from "../../../core/diagnosis/inference/network";

/**
 * The plain way to posteriors and ranking, as the yardstick for the engine's speed: every set of no, one and two faults, each
 * weighed straight from the definition, and every check's outcomes for each of them.
 *
 * @returns Marginals, and bits per check about which repairs are needed.
 */
export function enumeratePairs(
  { library, network, symptomIndex }: CompiledLibrary,
  { known }: Pick<CaseSymptoms, "known">,
  checks: readonly Check[],
): { marginal: Float64Array; bits: number[] } {
  const faults = [...network.prior.keys()].filter((fault) => network.prior[fault]! > 0);
  const sets = [
    [],
    ...faults.map((fault) => [fault]),
    ...faults.flatMap((a, i) => faults.slice(i + 1).map((b) => [a, b])),
  ];
  const evidence = [...known].map(([id, value]) => ({ symptom: symptomIndex.get(id)!, value }));
  const present = new Uint8Array(network.prior.length);
  const marginal = new Float64Array(network.prior.length);
  const rows = new Map<string, number>();
  const joints = checks.map(() => new Map<number, number[]>());
  let total = 0;
  for (const set of sets) {
    for (const fault of set) present[fault] = 1;
    let weight = 1;
    for (const fault of faults) weight *= present[fault] ? network.prior[fault]! : 1 - network.prior[fault]!;
    for (const { symptom, value } of evidence) {
      const probability = symptomProbability(network, symptom, present);
      weight *= value ? probability : 1 - probability;
    }
    total += weight;
    for (const fault of set) marginal[fault]! += weight;
    const key = [...new Set(set.map((fault) => library.faults[fault]!.repair))].sort().join("+");
    if (!rows.has(key)) rows.set(key, rows.size);
    const row = rows.get(key)!;
    checks.forEach((check, place) => {
      const joint = joints[place]!;
      const sums = joint.get(row) ?? check.outcomes.map(() => 0);
      check.outcomes.forEach(({ sets: settled }, column) => {
        let likelihood = weight;
        for (const [id, value] of Object.entries(settled)) {
          const probability = symptomProbability(network, symptomIndex.get(id)!, present);
          likelihood *= value ? probability : 1 - probability;
        }
        sums[column]! += likelihood;
      });
      joint.set(row, sums);
    });
    for (const fault of set) present[fault] = 0;
  }
  return {
    marginal: marginal.map((weight) => weight / total),
    bits: joints.map((joint, place) =>
      mutualInformationBits([...joint.values()].flat(), checks[place]!.outcomes.length),
    ),
  };
}
