import { type NextCheck } from "./previewOutcomes";

/** An answer that would put another suspect first. */
export interface MindChanger {
  checkId: string;
  title: string;
  answer: string;
  probability: number;
  newLeader: string;
  newProbability: number;
}

const NAMED = 3;

/**
 * What would change my mind: of the checks looked at, the answers after which another suspect would lead.
 *
 * @param leaderId - The suspect that leads now.
 * @returns Most probable answer first, at most three.
 */
export function mindChangers(checks: readonly NextCheck[], leaderId: string): MindChanger[] {
  return checks
    .flatMap(({ check, previews }) =>
      previews
        .filter(({ leaders }) => leaders[0] !== undefined && leaders[0].faultId !== leaderId)
        .map(({ label, probability, leaders }) => ({
          checkId: check.id,
          title: check.title,
          answer: label,
          probability,
          newLeader: leaders[0]!.name,
          newProbability: leaders[0]!.probability,
        })),
    )
    .sort((a, b) => b.probability - a.probability)
    .slice(0, NAMED);
}
