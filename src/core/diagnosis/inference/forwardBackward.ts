import { type DoubtfulSymptom, type NoisyOrNetwork } from "./network";

/** Posterior of the faults linked to a few findings, as far as these findings go. */
export interface ExactPosterior {
  /** fault → P(fault | findings), for every fault linked to one of them. */
  marginal: ReadonlyMap<number, number>;
  /** P(findings). */
  likelihood: number;
}

/** A fault with the findings it may explain, each as a bit of the set. */
interface Explainer {
  fault: number;
  bits: { bit: number; strength: number }[];
}

/**
 * Weighs k findings exactly, by a forward and a backward pass over "which of their symptoms are true so far".
 *
 * Quickscore sums signed terms over subsets of the true symptoms; here the same sum has only positive terms, so nothing
 * cancels, and one pass gives the marginals of all faults. Cost: O(2^k · links to the findings). A fault linked to one
 * finding alone costs nothing of that: it acts like more leak on its symptom.
 *
 * @param probability - P(fault) before these findings, length F, faults independent.
 * @param findings - The k findings, as weights of their symptom being true and being false.
 * @see D. Heckerman, "A tractable inference algorithm for diagnosing multiple diseases", UAI 1989 (model and complexity).
 */
export function forwardBackward(
  network: NoisyOrNetwork,
  probability: ArrayLike<number>,
  findings: readonly DoubtfulSymptom[],
): ExactPosterior {
  const size = 1 << findings.length;
  const explainers = explainersOfFindings(network, findings, probability);
  const single = explainers.filter(({ bits }) => bits.length === 1);
  const several = explainers.filter(({ bits }) => bits.length > 1);
  const trueAlone = trueByLeakOrSingle(network, findings, probability, single);
  const forward = forwardPass(trueAlone, probability, several);
  // backward[S] = weight of the findings, once the remaining faults had their chance, if S is true already
  const backward = weightOfSets(findings);
  let likelihood = 0;
  const last = several.length * size;
  for (let set = 0; set < size; set++) likelihood += forward[last + set]! * backward[set]!;

  const marginal = new Map<number, number>();
  const ifPresent = new Float64Array(size);
  for (let step = several.length - 1; step >= 0; step--) {
    const { fault, bits } = several[step]!;
    const p = probability[fault]!;
    ifPresent.set(backward);
    unfire(ifPresent, bits);
    let joint = 0;
    const row = step * size;
    for (let set = 0; set < size; set++) {
      const present = ifPresent[set]!;
      joint += forward[row + set]! * present;
      backward[set] = (1 - p) * backward[set]! + p * present;
    }
    marginal.set(fault, likelihood > 0 ? Math.min(1, (p * joint) / likelihood) : 0);
  }
  for (const [fault, joint] of singleJoints(trueAlone, forward, backward, single, probability)) {
    marginal.set(fault, likelihood > 0 ? Math.min(1, joint / likelihood) : 0);
  }
  return { marginal, likelihood };
}

/** For each finding P(its symptom is true by its leak or by a fault linked to no other finding). */
function trueByLeakOrSingle(
  network: NoisyOrNetwork,
  findings: readonly DoubtfulSymptom[],
  probability: ArrayLike<number>,
  single: readonly Explainer[],
): number[] {
  const stillFalse = findings.map(({ symptom }) => 1 - network.leak[symptom]!);
  for (const { fault, bits } of single) {
    const { bit, strength } = bits[0]!;
    stillFalse[Math.log2(bit)]! *= 1 - probability[fault]! * strength;
  }
  return stillFalse.map((p) => 1 - p);
}

/** P(fault and findings) for each fault linked to one finding: with it present, its symptom is false less often. */
function singleJoints(
  trueAlone: readonly number[],
  forward: Float64Array,
  backward: Float64Array,
  single: readonly Explainer[],
  probability: ArrayLike<number>,
): [fault: number, joint: number][] {
  const weights = new Map<number, { whenTrue: number; whenFalse: number }>();
  return single.map(({ fault, bits }) => {
    const { bit, strength } = bits[0]!;
    const p = probability[fault]!;
    const alone = trueAlone[Math.log2(bit)]!;
    let weight = weights.get(bit);
    if (!weight) {
      weight = { whenTrue: 0, whenFalse: 0 };
      for (let set = 0; set < backward.length; set++) {
        if (set & bit) weight.whenTrue += forward[set]! * backward[set]!;
        else weight.whenFalse += forward[set]! * backward[set]!;
      }
      weights.set(bit, weight);
    }
    const falseWith = p * strength < 1 ? ((1 - alone) * (1 - strength)) / (1 - p * strength) : 0;
    const whenTrue = alone > 0 ? weight.whenTrue / alone : 0;
    const whenFalse = alone < 1 ? weight.whenFalse / (1 - alone) : 0;
    return [fault, p * ((1 - falseWith) * whenTrue + falseWith * whenFalse)];
  });
}

function explainersOfFindings(
  network: NoisyOrNetwork,
  findings: readonly DoubtfulSymptom[],
  probability: ArrayLike<number>,
): Explainer[] {
  const byFault = new Map<number, Explainer>();
  findings.forEach(({ symptom }, index) => {
    for (const { fault, strength } of network.links[symptom]!) {
      if (strength === 0 || probability[fault]! === 0) continue;
      let explainer = byFault.get(fault);
      if (!explainer) byFault.set(fault, (explainer = { fault, bits: [] }));
      explainer.bits.push({ bit: 1 << index, strength });
    }
  });
  return [...byFault.values()];
}

/** Weight of each set of true symptoms: the product of what each finding gives to its symptom's state. */
function weightOfSets(findings: readonly DoubtfulSymptom[]): Float64Array {
  const weight = new Float64Array(1 << findings.length);
  weight[0] = 1;
  findings.forEach(({ ifTrue, ifFalse }, index) => {
    const bit = 1 << index;
    for (let set = 0; set < bit; set++) {
      weight[set + bit] = weight[set]! * ifTrue;
      weight[set]! *= ifFalse;
    }
  });
  return weight;
}

/** Row i, entry S: P(what acts on one symptom alone and the first i faults make exactly S true). Rows of 2^k. */
function forwardPass(
  trueAlone: readonly number[],
  probability: ArrayLike<number>,
  explainers: readonly Explainer[],
): Float64Array {
  const size = 1 << trueAlone.length;
  const rows = new Float64Array((explainers.length + 1) * size);
  const first = rows.subarray(0, size);
  first[0] = 1;
  fire(
    first,
    trueAlone.map((strength, index) => ({ bit: 1 << index, strength })),
  );
  explainers.forEach(({ fault, bits }, step) => {
    const before = rows.subarray(step * size, (step + 1) * size);
    const after = rows.subarray((step + 1) * size, (step + 2) * size);
    after.set(before);
    fire(after, bits);
    const p = probability[fault]!;
    for (let set = 0; set < size; set++) after[set] = (1 - p) * before[set]! + p * after[set]!;
  });
  return rows;
}

/** Turns a distribution over true sets into the one after each of `bits` had its chance to fire. */
function fire(distribution: Float64Array, bits: Explainer["bits"]): void {
  for (const { bit, strength } of bits) {
    for (let block = 0; block < distribution.length; block += 2 * bit) {
      for (let set = block; set < block + bit; set++) {
        distribution[set + bit]! += strength * distribution[set]!;
        distribution[set]! *= 1 - strength;
      }
    }
  }
}

/** The adjoint of `fire`: turns a function of the set into its expected value before `bits` fire. */
function unfire(value: Float64Array, bits: Explainer["bits"]): void {
  for (const { bit, strength } of bits) {
    for (let block = 0; block < value.length; block += 2 * bit) {
      for (let set = block; set < block + bit; set++) {
        value[set] = (1 - strength) * value[set]! + strength * value[set + bit]!;
      }
    }
  }
}
