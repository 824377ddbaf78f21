import { CoreInputError } from "../CoreInputError";
import { requireRange } from "../guards";

/** One stretch of a run at a constant throttle command. */
export interface SweepStep {
  name: string;
  /** Throttle command, 0..1. */
  throttle: number;
  holdS: number;
}

/** Idle → cruise → full: the power-draw sweep. Holds are long enough for the drive to settle three times over. */
export const POWER_DRAW_PROFILE: readonly SweepStep[] = [
  { name: "idle", throttle: 0, holdS: 2 },
  { name: "cruise", throttle: 0.5, holdS: 4 },
  { name: "full", throttle: 1, holdS: 4 },
];

/** How long a profile runs, in seconds. */
export function profileDurationS(profile: readonly SweepStep[]): number {
  return profile.reduce((sum, { holdS }) => sum + holdS, 0);
}

/**
 * The step a profile is in.
 *
 * @param timeS - Since the start of the run.
 * @returns The step's index, or null once the profile has ended.
 */
export function stepAt(profile: readonly SweepStep[], timeS: number): number | null {
  let endS = 0;
  for (let index = 0; index < profile.length; index++) {
    endS += profile[index]!.holdS;
    if (timeS < endS) return index;
  }
  return null;
}

/**
 * Refuses a profile that must not run.
 *
 * @throws {CoreInputError} `too_few_points` for an empty one, `out_of_range` for a throttle outside 0..1 or a hold
 *   outside 0.5..60 s.
 */
export function requireProfile(profile: readonly SweepStep[]): void {
  if (profile.length === 0) throw new CoreInputError("too_few_points", "a profile needs at least one step");
  for (const step of profile) {
    requireRange(`throttle of "${step.name}"`, step.throttle, 0, 1);
    requireRange(`hold of "${step.name}"`, step.holdS, 0.5, 60);
  }
}
