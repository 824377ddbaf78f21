/** What comes between a burnt part, a crash or a bad pack and full power. Common practice, no published source. */
export const STEPS_BEFORE_POWER = {
  "pack-away": {
    does: "The bad pack is in the fire-safe place, and another one is at hand.",
    shows: true,
    proof: null,
  },
  "power-to-ground": {
    does: "Looked and smelled all over, battery out; power to ground beeps once at most, then is silent.",
    shows: false,
    proof: "continuity",
  },
  "limiter-trips": {
    does: "First power through a current limiter: it did not trip or glow, and nothing got warm.",
    shows: false,
    proof: "first-power",
  },
} as const;

/** One of them. */
export type StepId = keyof typeof STEPS_BEFORE_POWER;

/** In the order they are done. */
export const STEP_IDS = Object.keys(STEPS_BEFORE_POWER) as StepId[];

/** What stands before full power on this job. */
export interface BeforePower {
  /** Why, as a sentence; empty where nothing stands before it. */
  because: string;
  /** Steps that are not done yet, in their order. */
  missing: StepId[];
  /** Gates that are shut and that none of the steps opens, as sentences: they are opened in Isolate. */
  elsewhere: string[];
  /** A short that was found and is not gone: nothing is powered. */
  isShort: boolean;
}
