import { type NoisyOrNetwork } from "./network";

/**
 * P(reading false | exactly this set of suspects) for some readings and every set: one product for each.
 *
 * @param sets - Sets of present faults.
 * @param background - Chance of each fault that is summed out; 0 for suspects. Length F.
 * @param readings - Indices of the readings wanted.
 * @returns Row after row, one row for each set, one column for each of `readings`.
 */
export function falseGivenSets(
  network: NoisyOrNetwork,
  sets: readonly { faults: readonly number[] }[],
  background: Float64Array,
  readings: readonly number[],
): Float64Array {
  const columns = readings.length;
  const base = new Float64Array(columns); // no suspect present
  const keep = new Map<number, { column: number; factor: number }[]>(); // P(this fault alone leaves the reading false)
  readings.forEach((reading, column) => {
    base[column] = 1 - network.leak[reading]!;
    for (const { fault, strength } of network.links[reading]!) {
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
