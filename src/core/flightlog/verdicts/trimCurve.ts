import { pitchWay } from "../channels/noseUp";
import { type FlightView, trimmed } from "../FlightView";
import { regress, type Regression } from "../signal/regress";
import { leastOf, mostOf, quantileOf, smoothed } from "../signal/rows";
import { surfaceEffect } from "../signal/surfaceEffect";

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

/** 1 where the pitch rate of the log counts nose-up as positive, -1 where it does not; null where that cannot be told. */
export function noseWay({ gyro, channel, rateHz }: FlightView): 1 | -1 | null {
  if (!gyro.pitch) return null;
  const [roll, pitch, load] = ["roll", "pitch", "acc_z"].map((role) => channel(role) ?? undefined);
  return pitchWay({ rate: gyro.pitch, roll, pitch, load }, rateHz)?.sign ?? null;
}

/**
 * The trim curve of a wing in pitch: where the elevator stands, in means over a second and a half, against the lift coefficient that the
 * wing has there (load over the square of the airspeed). A stable craft wants more nose-up the more lift is asked of it, at the
 * balance point where it is neutral the elevator stays, and behind that it wants less. The pitch rate (a turn holds its nose up all
 * along) and the throttle (a thrust line that lies high or low) are taken into account beside it.
 *
 * Without an airspeed a slow wing and a wing in a turn cannot be told apart, and nothing is said.
 *
 * @returns null where the log does not hold it, or which way is nose-up, or what the elevator does to the craft, cannot be told.
 * @see R. C. Nelson, Flight Stability and Automatic Control, 2nd ed., McGraw-Hill 1998, section 2.4: flight measurement of the stick-fixed
 *   neutral point, dδe/dCL. From memory.
 */
export function trimCurve(view: FlightView): TrimCurve | null {
  const [elevator, load, air] = [view.channel("elevator"), view.channel("acc_z"), view.channel("airspeed")];
  const rate = view.gyro.pitch;
  if (!elevator || !load || !air || !rate) return null;
  const way = noseWay(view);
  const effect = surfaceEffect(view, elevator, rate);
  if (!way || !effect) return null;
  const window = Math.max(2, Math.round(MEAN_S * view.rateHz));
  const speed = smoothed(air, window);
  const usual = quantileOf(speed, 0.5);
  const weights = smoothed(load, window);
  const lift = weights.map((each, row) => each * (usual / Math.max(0.3 * usual, speed[row]!)) ** 2);
  const rows: number[] = [];
  for (const { from, to } of trimmed(view, view.flights, MEAN_S))
    for (let row = from; row < to; row += Math.max(1, window >> 1))
      if (
        leastOf(weights, row - window, row + window) > LOAD[0] &&
        mostOf(weights, row - window, row + window) < LOAD[1] &&
        leastOf(speed, row - window, row + window) > SLOWEST * usual
      )
        rows.push(row);
  if (rows.length < FEWEST) return null;
  const throttle = view.channel("throttle");
  const beside = [smoothed(rate, window), ...(throttle ? [smoothed(throttle, window)] : [])];
  const place = smoothed(elevator, window).map((each) => way * effect.sign * each);
  const fit: Regression | null = regress([lift, ...beside], place, rows) ?? regress([lift, beside[0]!], place, rows);
  return fit && { slopeDeg: fit.slopes[0]!, tValue: fit.tValues[0]!, rSquared: fit.rSquared, count: fit.count };
}
