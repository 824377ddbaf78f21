import { type DoubtfulSymptom, type NoisyOrNetwork } from "./network";

/** Posterior of the faults linked to a few findings, as far as these findings go. */
export interface ExactPosterior {
  /** fault → P(fault | findings), for every fault linked to one of them. */
  marginal: ReadonlyMap<number, number>;
  /** P(findings). */
  likelihood: number;
}

/** The same, with what it would be without some of the findings. */
export interface ExactPosteriors extends ExactPosterior {
  /** One for each entry of `leftOut`. Their likelihoods are up to a factor that is the same for all faults. */
  without: ExactPosterior[];
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
 * Leaving findings out costs no pass of its own. Once a symptom is true, what fires on it changes nothing: so the backward
 * weight of a set without caring for finding i is that of the set with i in it. O(2^k · faults) for each one left out.
 *
 * @param probability - P(fault) before these findings, length F, faults independent.
 * @param findings - The k findings, as weights of their symptom being true and being false.
 * @param leftOut - Sets of findings to be left out, each as bits by place in `findings`.
 * @see D. Heckerman, "A tractable inference algorithm for diagnosing multiple diseases", UAI 1989 (model and complexity).
 */
export function forwardBackward(
  network: NoisyOrNetwork,
  probability: ArrayLike<number>,
  findings: readonly DoubtfulSymptom[],
  leftOut: readonly number[] = [],
): ExactPosteriors {
  const size = 1 << findings.length;
  const explainers = explainersOfFindings(network, findings, probability);
  const single = explainers.filter(({ bits }) => bits.length === 1);
  const several = explainers.filter(({ bits }) => bits.length > 1);
  const trueAlone = trueByLeakOrSingle(network, findings, probability, single);
  const forward = forwardPass(trueAlone, probability, several);
  // backward[S] = weight of the findings, once the remaining faults had their chance, if S is true already
  const backward = weightOfSets(findings);
  const masks = [0, ...leftOut]; // with all findings first
  const last = forward.subarray(several.length * size);
  const likelihoods = masks.map((mask) => weightWith(last, backward, mask));

  const marginals = masks.map(() => new Map<number, number>());
  const ifPresent = new Float64Array(size);
  for (let step = several.length - 1; step >= 0; step--) {
    const { fault, bits } = several[step]!;
    const p = probability[fault]!;
    ifPresent.set(backward);
    unfire(ifPresent, bits);
    const row = forward.subarray(step * size, (step + 1) * size);
    masks.forEach((mask, place) =>
      marginals[place]!.set(fault, share(p * weightWith(row, ifPresent, mask), likelihoods[place]!)),
    );
    for (let set = 0; set < size; set++) backward[set] = (1 - p) * backward[set]! + p * ifPresent[set]!;
  }
  masks.forEach((mask, place) => {
    const joints = singleJoints(trueAlone, forward, backward, single, probability, mask, likelihoods[place]!);
    for (const [fault, joint] of joints) marginals[place]!.set(fault, share(joint, likelihoods[place]!));
  });
  const [all, ...without] = masks.map((_, place) => ({
    marginal: marginals[place]!,
    likelihood: likelihoods[place]!,
  }));
  return { ...all!, without };
}

/** Sum over all sets of what leads to it times what follows when the findings of `mask` are true anyway. */
function weightWith(forward: Float64Array, backward: Float64Array, mask: number): number {
  let sum = 0;
  const size = backward.length;
  if (mask === 0) for (let set = 0; set < size; set++) sum += forward[set]! * backward[set]!;
  else for (let set = 0; set < size; set++) sum += forward[set]! * backward[set | mask]!;
  return sum;
}

function share(joint: number, likelihood: number): number {
  return likelihood > 0 ? Math.min(1, joint / likelihood) : 0;
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

/**
 * P(fault and findings) for each fault linked to one finding: with it present, its symptom is false less often. Where that
 * finding is left out, nothing speaks of the fault, and it stays as probable as it was.
 */
function singleJoints(
  trueAlone: readonly number[],
  forward: Float64Array,
  backward: Float64Array,
  single: readonly Explainer[],
  probability: ArrayLike<number>,
  mask: number,
  likelihood: number,
): [fault: number, joint: number][] {
  const weights = new Map<number, { whenTrue: number; whenFalse: number }>();
  return single.map(({ fault, bits }) => {
    const { bit, strength } = bits[0]!;
    const p = probability[fault]!;
    if (mask & bit) return [fault, p * likelihood];
    const alone = trueAlone[Math.log2(bit)]!;
    let weight = weights.get(bit);
    if (!weight) {
      weight = { whenTrue: 0, whenFalse: 0 };
      for (let set = 0; set < backward.length; set++) {
        const joint = forward[set]! * backward[set | mask]!;
        if (set & bit) weight.whenTrue += joint;
        else weight.whenFalse += joint;
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
