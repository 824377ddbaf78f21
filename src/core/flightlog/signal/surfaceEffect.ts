import { type Stretch } from "../phases";
import { regress } from "./regress";

/** What a surface does to the craft. */
export interface SurfaceEffect {
  /** Sign of the turn that the surface's figure begins when it grows. */
  sign: number;
  tValue: number;
}

/** Long enough to be seen above a gyro's noise, short enough that the air about the wing is the same, s. */
const STEPS_S = [0.05, 0.08] as const;
/** From what is written of a surface until it is there: the servo and its lead, s. */
const LAGS_S = [0, 0.03, 0.06, 0.1] as const;
const SURE_T = 6;

/**
 * What a surface does to the turning about an axis, by equation-error regression: the change of the rate over one step, less the change
 * over the step before, on the same differences of the surface and of the rate itself.
 *
 * The rate beside the surface takes up the damping, which begins at once and would pass for the surface working backwards; taking
 * differences of differences takes out whatever changes slowly, the angle of attack and the trim among it. It holds with a
 * stabiliser in the loop, which answers what has been and not what comes.
 *
 * @returns null where it cannot be told.
 * @see V. Klein and E. A. Morelli, Aircraft System Identification, AIAA 2006, chapter 5 (equation-error method). From memory.
 */
export function surfaceEffect(
  flown: { flights: readonly Stretch[]; rateHz: number },
  surface: Float64Array,
  rate: Float64Array,
): SurfaceEffect | null {
  const sums = new Float64Array(surface.length + 1);
  for (let row = 0; row < surface.length; row++) sums[row + 1] = sums[row]! + surface[row]!;
  const meanBetween = (from: number, to: number) => (sums[to]! - sums[from]!) / (to - from);
  let best: SurfaceEffect | null = null;
  for (const stepS of STEPS_S) {
    const step = Math.max(2, Math.round(stepS * flown.rateHz));
    for (const lagS of LAGS_S) {
      const lag = Math.round(lagS * flown.rateHz);
      const [turned, before, moved]: [number[], number[], number[]] = [[], [], []];
      for (const { from, to } of flown.flights) {
        for (let row = from + 2 * step + lag; row + step < to; row += Math.max(1, step >> 1)) {
          turned.push(rate[row + step]! - 2 * rate[row]! + rate[row - step]!);
          before.push(rate[row]! - rate[row - step]!);
          moved.push(meanBetween(row - lag, row + step - lag) - meanBetween(row - step - lag, row - lag));
        }
      }
      const tValue = regress([moved, before], turned)?.tValues[0] ?? 0;
      if (Math.abs(tValue) > Math.abs(best?.tValue ?? 0)) best = { sign: Math.sign(tValue), tValue };
    }
  }
  return best && Math.abs(best.tValue) >= SURE_T ? best : null;
}
