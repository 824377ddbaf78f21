import { type DoubtfulSymptom, type NoisyOrNetwork } from "./network";

/**
 * Parts findings into groups that share no fault: given the false symptoms, the faults of one group say nothing about
 * those of another, so each can be weighed by itself, exactly. A black picture and a bent boom make two small problems
 * instead of one large one.
 *
 * @param probability - P(fault), length F; a fault that is ruled out ties nothing together.
 */
export function independentGroups(
  network: NoisyOrNetwork,
  findings: readonly DoubtfulSymptom[],
  probability: ArrayLike<number>,
): DoubtfulSymptom[][] {
  const groupOf = findings.map((_, index) => index);
  const find = (index: number): number => {
    while (groupOf[index] !== index) index = groupOf[index] = groupOf[groupOf[index]!]!;
    return index;
  };
  const firstWith = new Map<number, number>();
  findings.forEach(({ symptom }, index) => {
    for (const { fault, strength } of network.links[symptom]!) {
      if (strength === 0 || probability[fault]! === 0) continue;
      const first = firstWith.get(fault);
      if (first === undefined) firstWith.set(fault, index);
      else groupOf[find(index)] = find(first);
    }
  });
  const groups = new Map<number, DoubtfulSymptom[]>();
  findings.forEach((finding, index) => {
    const root = find(index);
    groups.set(root, [...(groups.get(root) ?? []), finding]);
  });
  return [...groups.values()];
}
