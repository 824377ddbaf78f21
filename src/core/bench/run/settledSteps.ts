import { mean as meanOf } from "simple-statistics";
import { type ProfileStep } from "./profile";
import { pickSamples, sampleCount, type Series } from "../../series/series";

/** One step of a run that came to rest: its samples after the drive had settled. */
export interface SettledStep {
  step: ProfileStep;
  place: number;
  samples: Series;
}

/** Share of each hold left out at its start while the drive settles. Trade judgement, no published source. */
const SETTLING_SHARE = 0.4;
const FEWEST_SAMPLES = 3;

/**
 * Splits a run into its held steps and leaves out what came before each had settled. Ramps are not held and are left out.
 *
 * @param series - With the channel `step`, the place in the profile that each sample belongs to.
 * @returns One entry for each held step with at least three settled samples; a run that was cut lacks the later ones.
 */
export function settledSteps(series: Series, profile: readonly ProfileStep[]): SettledStep[] {
  const { time = [], throttle = [] } = series;
  const stepOf = series.step ?? stepsByTime(series, profile);
  const places: number[][] = profile.map(() => []);
  for (let at = 0; at < sampleCount(series); at++) {
    const step = profile[stepOf[at]!];
    // After a cut the last samples still carry the step, at throttle zero.
    if (step && Math.abs(throttle[at]! - step.throttle) < 1e-6) places[stepOf[at]!]!.push(at);
  }
  return profile.flatMap((step, place) => {
    const own = places[place]!;
    if (step.fromThrottle != null || own.length < FEWEST_SAMPLES) return [];
    const startS = time[own[0]!]!;
    const lengthS = step.settle ? time[own.at(-1)!]! - startS : step.holdS;
    const kept = own.filter((at) => time[at]! >= startS + SETTLING_SHARE * lengthS);
    return kept.length < FEWEST_SAMPLES ? [] : [{ step, place, samples: pickSamples(series, kept) }];
  });
}

/** For runs from a file, which may lack the step: each sample belongs to the step its time falls in. */
function stepsByTime({ time = [] }: Series, profile: readonly ProfileStep[]): number[] {
  return time.map((timeS) => {
    let endS = 0;
    const place = profile.findIndex(({ holdS }) => timeS < (endS += holdS));
    return place;
  });
}

/** Mean of a column; NaN for an empty one. */
export function mean(values: readonly number[]): number {
  return values.length === 0 ? NaN : meanOf(values as number[]);
}
