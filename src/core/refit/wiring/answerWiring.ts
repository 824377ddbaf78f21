import { planWiring } from "./planWiring";
import { type Remedy, remediesFor } from "./remedies";
import { type ConflictMember, smallestConflict } from "./smallestConflict";
import { type WiringCase } from "./wiringCase";
import { type WiringPlan } from "./wiringPlan";
import { memberWords, remedyWords } from "./wiringWords";

/** A case worked out: the plan, or what stands against it. */
export interface WiringAnswer {
  /** No device is left out. */
  feasible: boolean;
  /** False when the time ran out. */
  optimal: boolean;
  plan: Omit<WiringPlan, "cost"> | null;
  cost: WiringPlan["cost"] | null;
  conflict: { members: ConflictMember[]; smallest: boolean; sentence: string } | null;
  remedies: (Remedy & { sentence: string })[];
  tookMs: number;
}

/** What the plan, and what the conflict with its remedies, may take. */
export interface WiringBudget {
  planMs: number;
  conflictMs: number;
}

/**
 * Works a case out: its best plan; and where something is left out the fewest that cannot stand together, with remedies that were tried.
 *
 * @param nowMs - A clock in milliseconds.
 */
export function answerWiring(
  wiring: WiringCase,
  nowMs: () => number,
  { planMs, conflictMs }: WiringBudget = { planMs: 10_000, conflictMs: 5_000 },
): WiringAnswer {
  const begun = nowMs();
  const { plan, isProven } = planWiring(wiring, () => nowMs() - begun > planMs);
  const planned = nowMs();
  const isLate = () => nowMs() - planned > conflictMs;
  const isWhole = plan !== null && plan.leftOut.length === 0;
  const conflict = isWhole ? null : smallestConflict(wiring, isLate);
  const leftOut = plan?.leftOut ?? wiring.devices.map(({ id }) => id);
  const remedies = conflict ? remediesFor(wiring, conflict, leftOut, isLate) : [];
  return {
    feasible: isWhole,
    optimal: isProven,
    plan: plan && withoutCost(plan),
    cost: plan?.cost ?? null,
    conflict: conflict && {
      members: conflict.members,
      smallest: conflict.isSmallest,
      sentence: conflictSentence(wiring, conflict.members),
    },
    remedies: remedies.map((remedy) => ({ ...remedy, sentence: remedyWords(wiring, remedy) })),
    tookMs: Math.round((planned - begun) * 10) / 10,
  };
}

function withoutCost({ leftOut, wires, rails, protocols, groups }: WiringPlan): Omit<WiringPlan, "cost"> {
  return { leftOut, wires, rails, protocols, groups };
}

function conflictSentence(wiring: WiringCase, members: readonly ConflictMember[]): string {
  const words = members.map((member) => memberWords(wiring, member));
  return words.length === 1
    ? `This board has no place for ${words[0]}.`
    : `These cannot stand together on this board: ${words.join("; ")}.`;
}
