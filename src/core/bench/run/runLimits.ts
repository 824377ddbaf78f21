import { channelOf, shownAs } from "../../series/channels";
import { type ProfileStep } from "./profile";
import { type Readings } from "../../series/series";

/** Bounds of one channel; what is absent is not watched. */
export interface ChannelLimit {
  min?: number | null | undefined;
  max?: number | null | undefined;
  /** The fastest it may change either way, per second. */
  perS?: number | null | undefined;
}

/** Bounds that end a run, by channel. `power` is worked out from volts and amps. */
export type RunLimits = Readonly<Record<string, ChannelLimit>>;

/** The bound that was passed, with what was read. */
export interface LimitCrossing {
  channel: string;
  bound: "min" | "max" | "perS" | "reading";
  limit: number;
  value: number;
}

/** Over less than this a change is noise. */
const SLOPE_OVER_S = 0.5;

/** Watches the readings of one run against its limits. */
export class LimitWatch {
  private past: { timeS: number; readings: Readings }[] = [];
  private readonly slopes: string[];

  constructor(private readonly limits: RunLimits) {
    this.slopes = Object.keys(limits).filter((channel) => limits[channel]!.perS != null);
  }

  /**
   * Checks one sample. A reading that is no number counts as a crossing: what cannot be read cannot be guarded.
   *
   * @returns The first limit passed, or null.
   */
  check(timeS: number, readings: Readings): LimitCrossing | null {
    for (const [channel, value] of Object.entries(readings)) {
      if (!Number.isFinite(value)) return { channel, bound: "reading", limit: 0, value };
    }
    const withPower: Readings =
      readings.voltage === undefined || readings.current === undefined
        ? readings
        : { ...readings, power: readings.voltage * readings.current };
    for (const [channel, { min, max }] of Object.entries(this.limits)) {
      const value = withPower[channel];
      // A channel that is guarded and has fallen silent cannot be guarded any more.
      if (value === undefined) return { channel, bound: "reading", limit: 0, value: NaN };
      if (max != null && value > max) return { channel, bound: "max", limit: max, value };
      if (min != null && value < min) return { channel, bound: "min", limit: min, value };
    }
    return this.slopes.length > 0 ? this.checkSlopes(timeS, withPower) : null;
  }

  private checkSlopes(timeS: number, readings: Readings): LimitCrossing | null {
    this.past.push({ timeS, readings });
    while (this.past.length > 1 && this.past[1]!.timeS <= timeS - SLOPE_OVER_S) this.past.shift();
    const before = this.past[0]!;
    const passedS = timeS - before.timeS;
    if (passedS < SLOPE_OVER_S) return null;
    for (const channel of this.slopes) {
      const value = (readings[channel]! - before.readings[channel]!) / passedS;
      const limit = this.limits[channel]!.perS!;
      if (Math.abs(value) > limit) return { channel, bound: "perS", limit, value };
    }
    return null;
  }
}

/** A crossing as a sentence without its full stop: "amps over the limit: 75.20 A, limit 30 A". */
export function crossingText({ channel, bound, limit, value }: LimitCrossing): string {
  const { unit, factor } = shownAs(channel);
  const name = channelOf(channel).label.toLowerCase();
  if (bound === "reading") return `no usable reading of ${name}`;
  const inUnit = bound === "perS" ? `${unit}/s` : unit;
  const side =
    bound === "min" ? "under the limit" : bound === "max" ? "over the limit" : "changing faster than the limit";
  return `${name} ${side}: ${(value * factor).toFixed(2)} ${inUnit}, limit ${Number((limit * factor).toFixed(2))} ${inUnit}`;
}

/** Limits for another pack: the bounds of the voltage go with its cells. */
export function scaleVoltage(limits: RunLimits, factor: number): RunLimits {
  const times = (value: number | null | undefined) => (value == null ? value : Math.round(value * factor * 10) / 10);
  return { ...limits, voltage: { min: times(limits.voltage?.min), max: times(limits.voltage?.max) } };
}

/** Suggested limits without those on what is not measured; never without the amps of motors that turn. */
export function guardable(limits: RunLimits, profile: readonly ProfileStep[], measured: readonly string[]): RunLimits {
  const turns = profile.some(({ throttle }) => throttle > 0);
  return Object.fromEntries(
    Object.entries(limits).filter(([channel]) => (channel === "current" && turns) || measured.includes(channel)),
  );
}
