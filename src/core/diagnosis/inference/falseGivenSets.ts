import { type NoisyOrNetwork } from "./network";

/**
 * P(symptom false | exactly this set of suspects) for some symptoms and every set: one product for each.
 *
 * @param sets - Sets of present faults.
 * @param background - Chance of each fault that is summed out; 0 for suspects. Length F.
 * @param symptoms - Indices of the symptoms wanted.
 * @returns Row after row, one row for each set, one column for each of `symptoms`.
 */
export function falseGivenSets(
  network: NoisyOrNetwork,
  sets: readonly { faults: readonly number[] }[],
  background: Float64Array,
  symptoms: readonly number[],
): Float64Array {
  const columns = symptoms.length;
  const base = new Float64Array(columns); // no suspect present
  const keep = new Map<number, { column: number; factor: number }[]>(); // P(this fault alone leaves the symptom false)
  symptoms.forEach((symptom, column) => {
    base[column] = 1 - network.leak[symptom]!;
    for (const { fault, strength } of network.links[symptom]!) {
      base[column]! *= 1 - background[fault]! * strength;
      let factors = keep.get(fault);
      if (!factors) keep.set(fault, (factors = []));
      factors.push({ column, factor: 1 - strength });
    }
  });
  const table = new Float64Array(sets.length * columns);
  for (let set = 0; set < sets.length; set++) {
    const start = set * columns;
    table.set(base, start);
    for (const fault of sets[set]!.faults) {
      for (const { column, factor } of keep.get(fault) ?? []) table[start + column]! *= factor;
    }
  }
  return table;
}
