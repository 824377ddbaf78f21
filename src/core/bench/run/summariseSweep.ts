import { type Draw } from "../normaliseDraw";
import { type ProfileStep, type StepRole } from "./profile";
import { powerOf, type Series } from "../../series/series";
import { mean, settledSteps } from "./settledSteps";

/** Means of one step of a run, after the drive had settled. */
export interface StepDraw extends Draw {
  name: string;
  role?: StepRole | null | undefined;
  throttle: number;
  sampleCount: number;
  /** Standard error of the mean current, in ampere. */
  currentErrorA: number;
}

/**
 * Averages volts, amps and watts over the settled part of each step.
 *
 * @param series - With `voltage` and `current`.
 * @param profile - The profile that was run.
 * @returns One entry for each held step that settled.
 */
export function summariseSweep(series: Series, profile: readonly ProfileStep[]): StepDraw[] {
  if (!series.voltage || !series.current) return [];
  return settledSteps(series, profile).map(({ step, samples }) => {
    const current = samples.current!;
    const currentA = mean(current);
    const variance = current.reduce((sum, amps) => sum + (amps - currentA) ** 2, 0) / (current.length - 1);
    return {
      name: step.name,
      role: step.role,
      throttle: step.throttle,
      sampleCount: current.length,
      voltageV: mean(samples.voltage!),
      currentA,
      powerW: mean(powerOf(samples)),
      currentErrorA: Math.sqrt(variance / current.length),
    };
  });
}
