import { type FlightView } from "../FlightView";
import { type Stretch } from "../phases";
import { meanOf, mostOf, quantileOf, smoothed } from "../signal/rows";
import { surfaceEffect } from "../signal/surfaceEffect";
import { type Verdict } from "./verdict.types";

/** A craft that turns this fast about its mast, and nobody asked for it, has run away, deg/s. */
const RAN_AWAY_DEG_S = 180;
/** A craft that is steady again for so long, so soon, was turned by its pilot: nobody flies on with wrong feedback; s and deg/s. */
const STEADY_S = 1.2;
const STEADY_WITHIN_S = 8;
const STEADY_DEG_S = 40;
/** So long before that the tail is held against how it stood. */
const BEFORE_S = 0.6;
/** So much of the turn's growth is looked at, s. */
const GROWTH_S = 0.3;
/** A tail that moved by less than this did nothing, as a share of its whole way. */
const MOVED_SHARE = 0.1;

/**
 * Whether the gyro of a helicopter's tail pushes with the turn or against it, where the craft spun as nobody asked.
 *
 * What the tail does to the craft comes from the flight before that (equation error). Then the moment at which the turn ran away is looked at:
 * a tail that went with the turn is a gyro the wrong way round; one that went against it, and could not hold it, is a tail without drive
 * or blades, of which nothing is said here.
 */
export function tailFeedback(view: FlightView): Verdict[] {
  if (view.craft !== "helicopter") return [];
  const [tail, rate] = [view.channel("rudder"), view.gyro.yaw];
  if (!tail || !rate) return [];
  const spin = spinOf(view, rate);
  if (spin === null) return [];
  const rows = (seconds: number) => Math.round(seconds * view.rateHz);
  // Once something else turns the craft, what the tail does cannot be told from what the craft does; its first moments are looked at
  // only where the flight before it does not say it.
  const effectUntil = (row: number) => surfaceEffect({ flights: until(view, row), rateHz: view.rateHz }, tail, rate);
  const effect = effectUntil(spin - rows(BEFORE_S)) ?? effectUntil(spin + rows(GROWTH_S));
  const usual = meanOf(tail, Math.max(0, spin - rows(BEFORE_S + 1)), Math.max(1, spin - rows(BEFORE_S)));
  const moved = meanOf(tail, spin, Math.min(tail.length, spin + rows(GROWTH_S))) - usual;
  const way =
    mostOf(tail, 0, tail.length) +
    mostOf(
      tail.map((each) => -each),
      0,
      tail.length,
    );
  const sign = effect?.sign ?? null;
  if (sign === null || Math.abs(moved) < MOVED_SHARE * way) return [];
  const link = sign * Math.sign(moved) * Math.sign(rate[spin]!);
  if (link < 0) return [];
  const most = mostOf(rate.map(Math.abs), spin, Math.min(rate.length, spin + rows(2)));
  const fromS = view.timeS[Math.max(0, spin - rows(BEFORE_S))]!;
  return [
    {
      code: "feedback-reversed",
      severity: "fault",
      confidence: 0.85,
      fromS,
      toS: view.timeS[Math.min(rate.length - 1, spin + rows(2))]!,
      axis: "yaw",
      sentence: `The tail's gyro pushes the wrong way: from ${fromS.toFixed(1)} s the craft turned about its mast, up to ${most.toFixed(0)} deg/s, and the tail went with the turn.`,
      statistics: { most, moved, effectT: effect!.tValue },
      tellApart:
        "Gyro or servo: main rotor still and its drive unplugged, turn the craft by hand and watch the tail blades; then move the stick. Each on its own.",
    },
  ];
}

/** What was flown before a row. */
function until(view: FlightView, row: number): Stretch[] {
  return view.flights.filter(({ from }) => from < row).map(({ from, to }) => ({ from, to: Math.min(to, row) }));
}

/** The row at which a turn begins that nobody asked for; null without one. */
function spinOf(view: FlightView, rate: Float64Array): number | null {
  const slow = smoothed(rate, Math.max(1, Math.round(0.1 * view.rateHz)));
  const [stick, wanted] = [view.channel("stick_yaw"), view.channel("rate_target_yaw")];
  const rest = stick ? quantileOf(stick, 0.5) : 0;
  for (const { from, to } of view.flights) {
    for (let row = from; row < to; row++) {
      const isAsked =
        Math.abs((stick?.[row] ?? rest) - rest) > 0.3 || Math.abs(wanted?.[row] ?? 0) > 0.4 * RAN_AWAY_DEG_S;
      if (Math.abs(slow[row]!) > RAN_AWAY_DEG_S && !isAsked && !isSteadyAgain(view, slow, row, to)) return row;
    }
  }
  return null;
}

/** True where the craft stood still about its mast soon after a row, still in the air. */
function isSteadyAgain({ rateHz }: FlightView, slow: Float64Array, row: number, to: number): boolean {
  const long = STEADY_S * rateHz;
  const end = Math.min(to, row + Math.round(STEADY_WITHIN_S * rateHz));
  for (let at = row, still = 0; at < end; at++) {
    still = Math.abs(slow[at]!) < STEADY_DEG_S ? still + 1 : 0;
    if (still > long) return true;
  }
  return false;
}
