import { type FlightView, trimmed } from "../FlightView";
import { regress, type Regression } from "../signal/regress";
import { leastOf, mostOf, quantileOf, smoothed } from "../signal/rows";
import { surfaceEffect } from "./surfaceEffect";

/** How the elevator's place goes with the lift that is asked of the wing. */
export interface TrimCurve {
  /** Elevator towards nose-up for each load of one weight at the usual speed, deg; below 0 in a tail-heavy craft. */
  slopeDeg: number;
  tValue: number;
  rSquared: number;
  /** Quarters of moments that were held against each other. */
  count: number;
}

/** Longer than the short period and a gust, shorter than a turn, s. */
const MEAN_S = 1.5;
/** Beyond these nobody flies steadily: the load on the wing, weights, and the share of the usual speed. */
const LOAD = [0.4, 2.2] as const;
const SLOWEST = 0.6;
const FEWEST = 24;

/**
 * The trim curve of a wing in pitch: where the elevator stands, in means over a second and a half, against the lift coefficient that the
 * wing has there (load over the square of the airspeed). A stable craft wants more nose-up the more lift is asked of it, at the
 * balance point where it is neutral the elevator stays, and behind that it wants less. The pitch rate (a turn holds its nose up all
 * along) and the throttle (a thrust line that lies high or low) are taken into account beside it.
 *
 * @returns null where the log does not hold it, or what the elevator does to the craft cannot be told.
 * @see R. C. Nelson, Flight Stability and Automatic Control, 2nd ed., McGraw-Hill 1998, section 2.4: flight measurement of the stick-fixed
 *   neutral point, dδe/dCL. From memory.
 */
export function trimCurve(view: FlightView): TrimCurve | null {
  const [elevator, load, rate] = [view.channel("elevator"), view.channel("acc_z"), view.gyro.pitch];
  if (!elevator || !load || !rate) return null;
  const effect = surfaceEffect(view, elevator, rate);
  if (!effect) return null;
  const window = Math.max(2, Math.round(MEAN_S * view.rateHz));
  const air = view.channel("airspeed");
  const speed = air && smoothed(air, window);
  const usual = speed ? quantileOf(speed, 0.5) : NaN;
  const weights = smoothed(load, window);
  const lift = speed ? weights.map((each, row) => each * (usual / Math.max(0.3 * usual, speed[row]!)) ** 2) : weights;
  const rows: number[] = [];
  for (const { from, to } of trimmed(view, view.flights, MEAN_S))
    for (let row = from; row < to; row += Math.max(1, window >> 1))
      if (
        leastOf(weights, row - window, row + window) > LOAD[0] &&
        mostOf(weights, row - window, row + window) < LOAD[1] &&
        !(speed && leastOf(speed, row - window, row + window) < SLOWEST * usual)
      )
        rows.push(row);
  if (rows.length < FEWEST) return null;
  const throttle = view.channel("throttle");
  const beside = [smoothed(rate, window), ...(throttle ? [smoothed(throttle, window)] : [])];
  const place = smoothed(elevator, window).map((each) => effect.sign * each);
  const fit: Regression | null = regress([lift, ...beside], place, rows) ?? regress([lift, beside[0]!], place, rows);
  return fit && { slopeDeg: fit.slopes[0]!, tValue: fit.tValues[0]!, rSquared: fit.rSquared, count: fit.count };
}
