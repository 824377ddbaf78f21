import { forwardBackward, type ExactPosterior } from "./forwardBackward";
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
 * @see T. P. Minka, "Expectation propagation for approximate Bayesian inference", UAI 2001.
 */
export function weighInPortions(
  network: NoisyOrNetwork,
  probability: ArrayLike<number>,
  findings: readonly DoubtfulSymptom[],
  portionSize: number,
): ExactPosterior {
  const portions = Array.from({ length: Math.ceil(findings.length / portionSize) }, (_, index) =>
    findings.slice(index * portionSize, (index + 1) * portionSize),
  );
  const messages = portions.map(() => new Map<number, number>()); // log odds that each portion adds to a fault
  const logOdds = Float64Array.from(probability, (p) => Math.log(p / (1 - p)));
  let likelihood = 1;
  for (let round = 0; round < ROUNDS; round++) {
    portions.forEach((portion, index) => {
      const own = messages[index]!;
      const without = Float64Array.from(probability, (p, fault) => {
        const message = own.get(fault);
        return p === 0 || p === 1 || message === undefined
          ? toProbability(logOdds[fault]!)
          : toProbability(logOdds[fault]! - message);
      });
      const result = forwardBackward(network, without, portion);
      if (round === 0) likelihood *= result.likelihood; // the first round goes through the findings one after another
      for (const [fault, p] of result.marginal) {
        const before = Math.log(without[fault]! / (1 - without[fault]!));
        const message = clampLogOdds(Math.log(p / (1 - p))) - clampLogOdds(before);
        logOdds[fault]! += message - (own.get(fault) ?? 0);
        own.set(fault, message);
      }
    });
  }
  const marginal = new Map<number, number>();
  for (const own of messages) for (const fault of own.keys()) marginal.set(fault, toProbability(logOdds[fault]!));
  return { marginal, likelihood };
}

function toProbability(logOdds: number): number {
  return 1 / (1 + Math.exp(-logOdds));
}

/** Odds beyond 1e13 are certainty to a double; infinite ones would give NaN when subtracted. */
function clampLogOdds(value: number): number {
  return Math.max(-30, Math.min(30, value));
}
