import { type PowerSample } from "./findLimitCrossing";
import { type Draw } from "./normaliseDraw";
import { type SweepStep } from "./sweepProfile";

/** Means of one step of a run, after the drive had settled. */
export interface StepDraw extends Draw {
  name: string;
  throttle: number;
  sampleCount: number;
  /** Standard error of the mean current, in ampere. */
  currentErrorA: number;
}

/** Share of each hold left out at its start while the drive settles. Trade judgement, no published source. */
const SETTLING_SHARE = 0.4;
const MIN_SAMPLES = 3;

/**
 * Averages volts, amps and watts over the settled part of each step.
 *
 * @param samples - In order of time, with `timeS` from the start of the run.
 * @param profile - The profile that was run.
 * @returns One entry for each step that has at least three settled samples; a run that was cut lacks the later ones.
 */
export function summariseSweep(samples: readonly PowerSample[], profile: readonly SweepStep[]): StepDraw[] {
  let startS = 0;
  return profile.flatMap((step) => {
    const fromS = startS + step.holdS * SETTLING_SHARE;
    startS += step.holdS;
    const settled = samples.filter(
      ({ timeS, throttle }) => timeS >= fromS && timeS < startS && throttle === step.throttle,
    );
    return settled.length < MIN_SAMPLES ? [] : [meanDraw(step, settled)];
  });
}

function meanDraw(step: SweepStep, samples: readonly PowerSample[]): StepDraw {
  const n = samples.length;
  const mean = (of: (sample: PowerSample) => number) => samples.reduce((sum, sample) => sum + of(sample), 0) / n;
  const currentA = mean((sample) => sample.currentA);
  const variance = samples.reduce((sum, sample) => sum + (sample.currentA - currentA) ** 2, 0) / (n - 1);
  return {
    name: step.name,
    throttle: step.throttle,
    sampleCount: n,
    voltageV: mean((sample) => sample.voltageV),
    currentA,
    powerW: mean((sample) => sample.voltageV * sample.currentA),
    currentErrorA: Math.sqrt(variance / n),
  };
}
