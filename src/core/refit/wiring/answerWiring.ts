import { planWiring } from "./planWiring";
import { type Remedy, remediesFor } from "./remedies";
import { type IsLate } from "./search";
import { type Conflict, type ConflictMember, smallestConflict } from "./smallestConflict";
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
  conflict: StatedConflict | null;
  /** What else stands against it once those are put aside that the first conflict is about. */
  otherConflicts: StatedConflict[];
  remedies: (Remedy & { sentence: string })[];
  tookMs: number;
}

/** A conflict in words. */
export interface StatedConflict {
  members: ConflictMember[];
  smallest: boolean;
  sentence: string;
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
  const leftOut = plan?.leftOut ?? wiring.devices.map(({ id }) => id);
  const conflicts = isWhole ? [] : conflictsOf(wiring, leftOut, isLate);
  const remedies = conflicts.flatMap((conflict) => remediesFor(wiring, conflict, leftOut, isLate));
  const [conflict = null, ...otherConflicts] = conflicts.map(({ members, isSmallest }) => ({
    members,
    smallest: isSmallest,
    sentence: conflictSentence(wiring, members),
  }));
  return {
    feasible: isWhole,
    optimal: isProven,
    plan: plan && withoutCost(plan),
    cost: plan?.cost ?? null,
    conflict,
    otherConflicts,
    remedies: remedies.map((remedy) => ({ ...remedy, sentence: remedyWords(wiring, remedy) })),
    tookMs: Math.round((planned - begun) * 10) / 10,
  };
}

/** One after the other: a conflict's devices that are left out are put aside, and the rest is asked again. */
function conflictsOf(wiring: WiringCase, leftOut: readonly string[], isLate: IsLate): Conflict[] {
  const found: Conflict[] = [];
  let rest = wiring;
  while (!isLate()) {
    const conflict = smallestConflict(rest, isLate);
    if (!conflict) break;
    found.push(conflict);
    const aside = conflict.members.map(({ device }) => device).filter((device) => leftOut.includes(device));
    if (aside.length === 0) break;
    const isHere = ({ device }: { device: string }) => !aside.includes(device);
    rest = {
      ...rest,
      devices: rest.devices.filter(({ id }) => !aside.includes(id)),
      pins: rest.pins?.filter(isHere),
      forbids: rest.forbids?.filter(isHere),
    };
  }
  return found;
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
