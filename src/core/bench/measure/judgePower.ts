import { judgePowerDraw } from "../judgePowerDraw";
import { type StepDraw } from "../run/summariseSweep";
import { type RatedPart } from "../weakestInLine";
import { type Measured } from "./measured.types";

/** One reading of the whole craft's draw. */
export interface PowerSample {
  /** 0..1. */
  throttle: number;
  voltageV: number;
  currentA: number;
}

/** A craft in flight draws this share of what it draws held: the prop unloads. Common practice, no published source. */
export const FLIGHT_SHARE = 0.68;
/** Names of the usual throttles; another is called by its number. */
const STANDBY_BELOW = 0.02;

/**
 * Means of all readings at each throttle, V, A and W.
 *
 * @param samples - in any order; throttle 0 to 1.
 * @returns by rising throttle, with the standard error of the mean current, which is 0 for one reading alone.
 */
export function stepsByThrottle(samples: readonly PowerSample[]): StepDraw[] {
  const throttles = [...new Set(samples.map(({ throttle }) => throttle))].sort((a, b) => a - b);
  return throttles.map((throttle) => {
    const own = samples.filter((sample) => sample.throttle === throttle);
    const mean = (of: (sample: PowerSample) => number) => own.reduce((sum, sample) => sum + of(sample), 0) / own.length;
    const currentA = mean((sample) => sample.currentA);
    const variance =
      own.length > 1 ? own.reduce((sum, sample) => sum + (sample.currentA - currentA) ** 2, 0) / (own.length - 1) : 0;
    return {
      name: throttle < STANDBY_BELOW ? "standby" : throttle === 1 ? "full" : `${Math.round(throttle * 100)} %`,
      throttle,
      sampleCount: own.length,
      voltageV: mean((sample) => sample.voltageV),
      currentA,
      powerW: mean(({ voltageV, currentA: amps }) => voltageV * amps),
      currentErrorA: Math.sqrt(variance / own.length),
    };
  });
}

/**
 * Judges the draw of a whole craft from readings at several throttles, against a former table of the same craft and against
 * rated parts.
 *
 * @param flightShare - What is left of the held amps when it flies.
 */
export function judgePower(
  samples: readonly PowerSample[],
  baseline: readonly PowerSample[],
  parts: readonly RatedPart[],
  flightShare = FLIGHT_SHARE,
): Measured {
  const steps = stepsByThrottle(samples);
  const { word, reasons, comparisons } = judgePowerDraw(steps, stepsByThrottle(baseline), parts);
  return {
    word,
    reasons,
    figures: steps.flatMap(({ name, throttle, currentA, powerW, currentErrorA }) => [
      {
        label: `Amps at ${name}`,
        value: currentA,
        halfWidth: currentErrorA > 0 ? 2 * currentErrorA : null,
        unit: "A",
        decimals: 2,
      },
      { label: `Watts at ${name}`, value: powerW, halfWidth: null, unit: "W", decimals: 1 },
      ...(throttle >= STANDBY_BELOW
        ? [
            {
              label: `In flight at ${name}, held amps × ${flightShare}`,
              value: currentA * flightShare,
              halfWidth: null,
              unit: "A",
              decimals: 2,
            },
          ]
        : []),
    ]),
    evidence:
      comparisons.length === 0
        ? {}
        : { "draws-too-much": Math.max(...comparisons.map(({ currentChange }) => currentChange)) > 0.08 },
    chart: null,
  };
}
