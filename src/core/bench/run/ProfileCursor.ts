import { type ProfileStep, requireProfile } from "./profile";
import { type Readings } from "../../series/series";

/** What the rig is to do at a moment. */
export interface Command {
  /** Place of the step in the profile. */
  step: number;
  throttle: number;
  /** The one motor that turns, from 1; 0 for all. */
  output: number;
  /** Servo pulse in seconds; null leaves the servo alone. */
  pulseS: number | null;
}

/**
 * Walks through a profile as time goes on. A step that waits until a reading settles ends when it has, so that the later
 * ones begin earlier than their longest times would say.
 */
export class ProfileCursor {
  private step = 0;
  private stepStartS = 0;
  /** Readings of the channel that is waited for, since the step began. */
  private seen: { timeS: number; value: number }[] = [];

  /** @throws {CoreInputError} From `requireProfile`. */
  constructor(private readonly profile: readonly ProfileStep[]) {
    requireProfile(profile);
  }

  /**
   * The command for a moment.
   *
   * @param timeS - Seconds since the run began; never less than at the call before.
   * @param readings - The latest readings, for steps that wait for one to settle.
   * @returns null once the profile has ended.
   */
  at(timeS: number, readings: Readings = {}): Command | null {
    for (;;) {
      const step = this.profile[this.step];
      if (!step) return null;
      const intoS = timeS - this.stepStartS;
      const endsS = this.hasSettled(step, timeS, readings) ? timeS : this.stepStartS + step.holdS;
      if (timeS < endsS) return commandOf(step, this.step, intoS);
      this.step++;
      this.stepStartS = endsS;
      this.seen = [];
    }
  }

  private hasSettled({ settle }: ProfileStep, timeS: number, readings: Readings): boolean {
    const value = settle ? readings[settle.channel] : undefined;
    if (!settle || value === undefined) return false;
    this.seen.push({ timeS, value });
    while (this.seen.length > 2 && this.seen[1]!.timeS <= timeS - settle.overS) this.seen.shift();
    if (timeS - this.seen[0]!.timeS < settle.overS) return false;
    const values = this.seen.map((one) => one.value);
    return Math.max(...values) - Math.min(...values) <= settle.within;
  }
}

function commandOf(
  { throttle, fromThrottle, holdS, output, pulseS }: ProfileStep,
  step: number,
  intoS: number,
): Command {
  const share = Math.min(1, intoS / holdS);
  return {
    step,
    throttle: fromThrottle == null ? throttle : fromThrottle + (throttle - fromThrottle) * share,
    output: output ?? 0,
    pulseS: pulseS ?? null,
  };
}
