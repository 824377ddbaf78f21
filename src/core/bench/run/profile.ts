import { CoreInputError } from "../../CoreInputError";
import { requireRange } from "../../guards";

/**
 * What a step is for, where the verdict must know: a jump that shows how fast a motor answers and the hold it starts from, a servo's horn held by hand, or
 * the plateau that a rung of the over-voltage ladder is judged by.
 */
export const STEP_ROLES = ["before jump", "jump", "hand held", "plateau"] as const;
export type StepRole = (typeof STEP_ROLES)[number];

/** One stretch of a run. */
export interface ProfileStep {
  /** For people; nothing is read from it. */
  name: string;
  role?: StepRole | null | undefined;
  /** Throttle command, 0..1: held, or where a ramp ends. */
  throttle: number;
  /** How long it lasts; for a step that waits until a reading settles, the longest it may last. */
  holdS: number;
  /** Where a ramp begins, 0..1. */
  fromThrottle?: number | null | undefined;
  /** The one motor that turns, counted from 1; all of them when absent. */
  output?: number | null | undefined;
  /** Servo pulse in seconds. */
  pulseS?: number | null | undefined;
  /** Ends the step as soon as a channel has moved by no more than `within` for `overS` seconds. */
  settle?: { channel: string; within: number; overS: number } | null | undefined;
}

/** No step lasts longer. */
export const LONGEST_HOLD_S = 3600;
const MOST_STEPS = 240;

/** How long a profile runs at most, in seconds. */
export function profileDurationS(profile: readonly ProfileStep[]): number {
  return profile.reduce((sum, { holdS }) => sum + holdS, 0);
}

/**
 * Refuses a profile that must not run.
 *
 * @throws {CoreInputError} `too_few_points` for an empty one, `out_of_range` for too many steps, a throttle outside 0..1, a hold
 *   outside 0.1 s to an hour or a pulse outside 0.5 to 2.5 ms.
 */
export function requireProfile(profile: readonly ProfileStep[]): void {
  if (profile.length === 0) throw new CoreInputError("too_few_points", "a profile needs at least one step");
  if (profile.length > MOST_STEPS)
    throw new CoreInputError("out_of_range", `a profile may have ${MOST_STEPS} steps, found ${profile.length}`);
  for (const { name, throttle, holdS, fromThrottle, pulseS } of profile) {
    requireRange(`throttle of "${name}"`, throttle, 0, 1);
    requireRange(`hold of "${name}"`, holdS, 0.1, LONGEST_HOLD_S);
    if (fromThrottle != null) requireRange(`start of the ramp "${name}"`, fromThrottle, 0, 1);
    if (pulseS != null) requireRange(`pulse of "${name}"`, pulseS, 0.5e-3, 2.5e-3);
  }
}
