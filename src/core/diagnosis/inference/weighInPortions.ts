import { type ExactPosterior, type ExactPosteriors, forwardBackward } from "./forwardBackward";
import { type DoubtfulSymptom, type NoisyOrNetwork } from "./network";

/** Rounds of passing messages; the change of a marginal is below 1e-4 after four on the networks of the tests. */
const ROUNDS = 6;

/**
 * Weighs more findings than fit one exact pass: in portions, each exact by itself, that tell each other only the odds of
 * each fault. Expectation propagation with a fully factored approximation: exact when no two portions share a fault,
 * otherwise it forgets how faults hang together between portions.
 *
 * @param probability - P(fault) before these findings, length F.
 * @param portionSize - Most findings in one exact pass.
 * @param leftOut - Sets of findings to be left out, each as bits by place in `findings`; other portions keep what they were told.
 * @see T. P. Minka, "Expectation propagation for approximate Bayesian inference", UAI 2001.
 */
export function weighInPortions(
  network: NoisyOrNetwork,
  probability: ArrayLike<number>,
  findings: readonly DoubtfulSymptom[],
  portionSize: number,
  leftOut: readonly number[] = [],
): ExactPosteriors {
  const portions = Array.from({ length: Math.ceil(findings.length / portionSize) }, (_, index) =>
    findings.slice(index * portionSize, (index + 1) * portionSize),
  );
  const messages = portions.map(() => new Map<number, number>()); // log odds that each portion adds to a fault
  const logOdds = Float64Array.from(probability, (p) => Math.log(p / (1 - p)));
  /** P(fault) by all but one portion. */
  const cavityOf = (own: ReadonlyMap<number, number>) =>
    Float64Array.from(probability, (p, fault) => {
      const message = own.get(fault);
      return p === 0 || p === 1 || message === undefined
        ? toProbability(logOdds[fault]!)
        : toProbability(logOdds[fault]! - message);
    });
  let likelihood = 1;
  for (let round = 0; round < ROUNDS; round++) {
    portions.forEach((portion, index) => {
      const own = messages[index]!;
      const cavity = cavityOf(own);
      const result = forwardBackward(network, cavity, portion);
      if (round === 0) likelihood *= result.likelihood; // the first round goes through the findings one after another
      for (const [fault, p] of result.marginal) {
        const before = Math.log(cavity[fault]! / (1 - cavity[fault]!));
        const message = clampLogOdds(Math.log(p / (1 - p))) - clampLogOdds(before);
        logOdds[fault]! += message - (own.get(fault) ?? 0);
        own.set(fault, message);
      }
    });
  }
  const marginal = new Map<number, number>();
  for (const own of messages) for (const fault of own.keys()) marginal.set(fault, toProbability(logOdds[fault]!));
  const without = leftOut.map((mask): ExactPosterior => {
    const changed = new Map(marginal);
    portions.forEach((portion, index) => {
      const own = Math.floor(mask / 2 ** (index * portionSize)) % 2 ** portionSize; // the bits of this portion
      if (own === 0) return;
      const { without: alone } = forwardBackward(network, cavityOf(messages[index]!), portion, [own]);
      for (const [fault, p] of alone[0]!.marginal) changed.set(fault, p);
    });
    return { marginal: changed, likelihood: NaN };
  });
  return { marginal, likelihood, without };
}

function toProbability(logOdds: number): number {
  return 1 / (1 + Math.exp(-logOdds));
}

/** Odds beyond 1e13 are certainty to a double; infinite ones would give NaN when subtracted. */
function clampLogOdds(value: number): number {
  return Math.max(-30, Math.min(30, value));
}
