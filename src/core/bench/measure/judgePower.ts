import { medianAbsoluteDeviation } from "simple-statistics";
import { median } from "../../fit/robust";
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

/** More amps than the baseline by this share are too many. Common practice, no published source. */
const DRAWS_TOO_MUCH = 0.08;
/** A reading so many times the scatter of its step away from the middle one … */
const SLIP_SCATTERS = 12;
/** … by such a share of it, and of the most that any step draws, is a slip of the pen. */
const SLIP_SHARE = 0.5;
const SLIP_OF_MOST = 0.25;
const FEWEST_FOR_SLIP = 3;

/** Readings without those that the others of their step gainsay: volts or amps out of all proportion at one throttle. */
function withoutSlips(samples: readonly PowerSample[]): PowerSample[] {
  const slips = new Set(SIDES.flatMap((of) => slipsOf(samples, of)));
  return samples.filter((sample) => !slips.has(sample));
}

const SIDES = [({ currentA }: PowerSample) => currentA, ({ voltageV }: PowerSample) => voltageV] as const;

function slipsOf(samples: readonly PowerSample[], of: (sample: PowerSample) => number): PowerSample[] {
  const steps = new Map<number, PowerSample[]>();
  for (const sample of samples) {
    const own = steps.get(sample.throttle);
    if (own) own.push(sample);
    else steps.set(sample.throttle, [sample]);
  }
  const stepsSeen = [...steps.values()].map((own) => ({ own, middle: median(own.map(of)) }));
  const most = stepsSeen.reduce((top, { middle }) => Math.max(top, Math.abs(middle)), 0);
  return stepsSeen.flatMap(({ own, middle }) => {
    if (own.length < FEWEST_FOR_SLIP) return [];
    const scatter = SLIP_SCATTERS * medianAbsoluteDeviation(own.map(of));
    const far = Math.max(scatter, SLIP_SHARE * Math.abs(middle), SLIP_OF_MOST * most);
    return own.filter((sample) => Math.abs(of(sample) - middle) > far);
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
  const kept = withoutSlips(samples);
  const slips = samples.length - kept.length;
  const steps = stepsByThrottle(kept);
  const { word: said, reasons, comparisons } = judgePowerDraw(steps, stepsByThrottle(withoutSlips(baseline)), parts);
  const isMore = comparisons.some(({ currentChange }) => currentChange > DRAWS_TOO_MUCH);
  return {
    // A slip of the pen, or amps that come and go: what is left clears nothing.
    word: slips > 0 && said === "good" ? "cannot say" : said,
    reasons:
      slips > 0
        ? inOrder(
            said,
            `${slips === 1 ? "1 reading lies" : `${slips} readings lie`} far from the others at the same throttle and ${slips === 1 ? "was" : "were"} left out: a slip, or amps that come and go. Read that throttle again.`,
            reasons,
          )
        : reasons,
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
    evidence: comparisons.length === 0 || (slips > 0 && !isMore) ? {} : { "draws-too-much": isMore },
    chart: null,
  };
}

/** What decides stands first: a part that is off is off by what was read well. */
function inOrder(said: Measured["word"], slip: string, reasons: readonly string[]): string[] {
  return said === "good" ? [slip, ...reasons] : [...reasons, slip];
}
