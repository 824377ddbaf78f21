import { median } from "simple-statistics";
import { held, meanOf, rowAt, smoothed, spreadOf } from "../signal/rows";
import { correlate } from "./correlate";

/** Channels of a log over its clock: what two logs of one flight may both have seen. */
export interface ClockedChannels {
  timeS: Float64Array;
  /** By role; NaN where a line has no figure. */
  channels: ReadonlyMap<string, Float64Array>;
}

/** How the clock of another log stands to this one's: `this = other · (1 + drift) + offsetS`. */
export interface SharedClock {
  offsetS: number;
  /** Share by which the other clock runs slow; 0 where the flight is too short to tell. */
  drift: number;
  /** How far off the offset may be, s: what the two halves of the flight differ by, or half a sample. */
  giveS: number;
  /** Mean correlation of the channels at that offset, and the best at any other. */
  correlation: number;
  runnerUp: number;
  /** Roles that both logs have and that move. */
  roles: string[];
  /** How long the two overlap, s. */
  sharedS: number;
}

/** Why two logs cannot be put on one clock, in a sentence. */
export interface NoSharedClock {
  because: string;
}

/** Samples a second that are compared: what a craft does within 20 ms no two logs see alike. */
const MOST_HZ = 50;
const LEAST_HZ = 2;
/** What changes more slowly is trend: a pack that empties looks alike at any offset. */
const TREND_S = 10;
const LEAST_SHARED_S = 5;
const LEAST_SHARED = 0.3;
/** Mean correlation below this is none, whatever else stands lower. Trade judgement. */
const LEAST_CORRELATION = 0.5;
/** The best offset stands so far above the next best, in Fisher's z: 1.00 leads 0.95 by more than 0.6 leads 0.4. Trade judgement. */
const LEAST_LEAD = 0.3;
/** Within this the same peak is meant. */
const PEAK_S = 1;
/** A window of the other log: long enough to be found again, short enough that its clock hardly drifts meanwhile. */
const WINDOW_S = 30;
/** The fastest drift that is looked for: a clock without a crystal. Trade judgement. */
const MOST_DRIFT = 0.01;

/**
 * Puts a second log of one flight on the clock of the first: the offset at which the channels that both have go together best, and
 * over a long flight how much the other clock runs slow, by the offsets of its windows (Theil–Sen).
 *
 * Two flights of one programme flown alike cannot be told from two logs of one flight.
 *
 * @returns Why not, where they have no channel in common, hardly overlap, or agree no better at one offset than at others.
 * @see P. K. Sen, "Estimates of the regression coefficient based on Kendall's tau", J. Am. Stat. Assoc. 63, 1968.
 */
export function shareClock(mine: ClockedChannels, other: ClockedChannels): SharedClock | NoSharedClock {
  const rateHz = Math.min(MOST_HZ, rateOf(mine.timeS), rateOf(other.timeS));
  if (!(rateHz >= LEAST_HZ)) return { because: "One of them was written less than twice a second." };
  const pairs = movingPairs(mine, other, rateHz);
  const [first] = pairs;
  if (!first) return { because: "They have no channel in common that moves." };
  const [lengthA, lengthB] = [first.a.length, first.b.length];
  const windows = windowsOf(lengthB, Math.round(WINDOW_S * rateHz));
  const leastShared = Math.max(
    Math.ceil(LEAST_SHARED_S * rateHz),
    Math.ceil(LEAST_SHARED * Math.min(lengthA, lengthB)),
  );
  const whole = bestLag(pairs, leastShared, rateHz);
  if (!whole) return { because: `One of them lasts less than ${LEAST_SHARED_S} s.` };
  // A clock that drifts smears the whole: then its windows are looked for one by one.
  const found = standsOut(whole)
    ? whole
    : windows
        .map((window) => {
          const one = bestLag(cut(pairs, window), window.to - window.from, rateHz);
          return one && { ...one, lag: one.lag - window.from };
        })
        .filter((one) => one !== null && standsOut(one))
        .sort((a, b) => leadOf(b!) - leadOf(a!))[0];
  if (!found)
    return {
      because: `No offset stands out: ${whole.r.toFixed(2)} at best, ${whole.runnerUp.toFixed(2)} elsewhere. They may be of two flights.`,
    };
  const [startA, startB] = [mine.timeS[0]!, other.timeS[0]!];
  const shared = sharedPart(lengthA, lengthB, Math.round(found.lag));
  const clock = {
    correlation: found.r,
    runnerUp: found.runnerUp,
    roles: pairs.map(({ role }) => role),
    sharedS: shared.count / rateHz,
  };
  const offsetOf = (lag: number) => startA - startB + lag / rateHz;
  const halfSample = 0.5 / rateHz;
  const line = driftLine(pairs, windows, found.lag, rateHz);
  if (!line) return { ...clock, offsetS: offsetOf(found.lag), drift: 0, giveS: halfSample };
  // The line goes by samples of the other log from its first on.
  const driftsBy = Math.abs(line.slope) * shared.count;
  if (driftsBy < 1)
    return { ...clock, offsetS: offsetOf(found.lag), drift: 0, giveS: Math.max(halfSample, line.rest / rateHz) };
  return {
    ...clock,
    offsetS: offsetOf(line.atFirst) - line.slope * startB,
    drift: line.slope,
    giveS: Math.max(halfSample, line.rest / rateHz),
  };
}

/** A moment of the other log on this one's clock. */
export function onThisClock({ offsetS, drift }: Pick<SharedClock, "offsetS" | "drift">, otherS: number): number {
  return otherS * (1 + drift) + offsetS;
}

/** A moment of this log on the other one's clock. */
export function onOtherClock({ offsetS, drift }: Pick<SharedClock, "offsetS" | "drift">, thisS: number): number {
  return (thisS - offsetS) / (1 + drift);
}

/** Roles that say the same whoever writes them down. Headings are left out: they jump at north. */
const COMPARED =
  /^(gyro_(roll|pitch|yaw)|roll|pitch|stick_(roll|pitch|yaw)|throttle|collective|motor_\d+|rpm_\d+|head_speed|altitude|climb|airspeed|ground_speed|voltage|current|link_quality|elevator|aileron|rudder)$/;

/** The roles worth comparing that a log has. */
export function comparedRoles(roles: readonly string[]): string[] {
  return roles.filter((role) => COMPARED.test(role));
}

interface Pair {
  role: string;
  a: Float64Array;
  b: Float64Array;
}

function movingPairs(mine: ClockedChannels, other: ClockedChannels, rateHz: number): Pair[] {
  return comparedRoles([...mine.channels.keys()]).flatMap((role): Pair[] => {
    const theirs = other.channels.get(role);
    if (!theirs) return [];
    const a = withoutTrend(evenly(mine.timeS, mine.channels.get(role)!, rateHz), rateHz);
    const b = withoutTrend(evenly(other.timeS, theirs, rateHz), rateHz);
    return moves(a) && moves(b) ? [{ role, a, b }] : [];
  });
}

/** Means over equal parts of the clock; a part without a figure has the last before it. */
export function evenly(timeS: Float64Array, values: Float64Array, rateHz: number): Float64Array {
  const startS = timeS[0]!;
  const count = Math.max(1, Math.floor((timeS.at(-1)! - startS) * rateHz) + 1);
  const even = new Float64Array(count);
  let from = 0;
  for (let part = 0; part < count; part++) {
    // Each part lies around its moment, so that a log at just this rate is left as it is.
    const to = rowAt(timeS, startS + (part + 0.5) / rateHz);
    even[part] = meanOf(values, from, to);
    from = Math.max(from, to);
  }
  return held(even);
}

function withoutTrend(values: Float64Array, rateHz: number): Float64Array {
  const trend = smoothed(values, Math.round(TREND_S * rateHz));
  return values.map((value, at) => value - trend[at]!);
}

function moves(values: Float64Array): boolean {
  return spreadOf(values) > 1e-9;
}

function rateOf(timeS: Float64Array): number {
  return (timeS.length - 1) / (timeS.at(-1)! - timeS[0]!);
}

function meanCorrelogram(pairs: readonly Pair[], leastShared: number) {
  const all = pairs.map(({ a, b }) => correlate(a, b, leastShared));
  const first = all[0];
  if (!first) return null;
  const r = new Float64Array(first.r.length);
  for (const one of all) one!.r.forEach((value, at) => (r[at]! += value / all.length));
  return { firstLag: first.firstLag, r };
}

interface BestLag {
  /** In samples, between them too. */
  lag: number;
  r: number;
  runnerUp: number;
}

/** The lag at which all channels go together best, with the best elsewhere; null where they can share too little. */
function bestLag(pairs: readonly Pair[], leastShared: number, rateHz: number): BestLag | null {
  const found = meanCorrelogram(pairs, leastShared);
  if (!found) return null;
  const peak = highest(found.r);
  return {
    lag: found.firstLag + peak + vertex(found.r, peak),
    r: found.r[peak]!,
    runnerUp: bestElsewhere(found.r, peak, Math.round(PEAK_S * rateHz)),
  };
}

/** @see R. A. Fisher, "On the probable error of a coefficient of correlation", Metron 1, 1921 (z = artanh r). */
function leadOf({ r, runnerUp }: BestLag): number {
  return Math.atanh(Math.min(0.9999, r)) - Math.atanh(Math.min(0.9999, runnerUp));
}

function standsOut(found: BestLag): boolean {
  return found.r >= LEAST_CORRELATION && leadOf(found) >= LEAST_LEAD;
}

interface Window {
  from: number;
  to: number;
}

/** Windows of the other log, side by side. */
function windowsOf(length: number, samples: number): Window[] {
  return Array.from({ length: Math.floor(length / samples) }, (_, at) => ({
    from: at * samples,
    to: (at + 1) * samples,
  }));
}

/** The pairs with the other log cut to a window; a lag then counts from the window's first sample. */
function cut(pairs: readonly Pair[], { from, to }: Window): Pair[] {
  return pairs.map(({ role, a, b }) => ({ role, a, b: b.subarray(from, to) }));
}

/**
 * The line that the windows' lags lie on over the other log's samples: at its first sample, a sample, and what they stray from it;
 * null with fewer than three windows.
 */
function driftLine(pairs: readonly Pair[], windows: readonly Window[], lag: number, rateHz: number) {
  const { a } = pairs[0]!;
  const points = windows.flatMap(({ from, to }) => {
    const reach = Math.round(PEAK_S * rateHz + MOST_DRIFT * Math.max(to, a.length));
    const start = Math.round(from + lag) - reach;
    const end = Math.round(to + lag) + reach;
    if (start < 0 || end > a.length) return [];
    const near = pairs.map(({ role, a: mine, b }) => ({ role, a: mine.subarray(start, end), b: b.subarray(from, to) }));
    const found = bestLag(near, to - from, rateHz);
    return found && found.r >= LEAST_CORRELATION ? [{ at: (from + to) / 2, lag: start + found.lag - from }] : [];
  });
  if (points.length < 3) return null;
  const slopes = points.flatMap((p, at) => points.slice(at + 1).map((q) => (q.lag - p.lag) / (q.at - p.at)));
  const slope = median(slopes);
  const atFirst = median(points.map((point) => point.lag - slope * point.at));
  return { slope, atFirst, rest: median(points.map((point) => Math.abs(point.lag - atFirst - slope * point.at))) };
}

function highest(r: Float64Array): number {
  let best = 0;
  for (let at = 0; at < r.length; at++) if (r[at]! > r[best]!) best = at;
  return best;
}

/** The best outside the peak: beyond a second, and beyond where it has fallen to half its height. */
function bestElsewhere(r: Float64Array, peak: number, reach: number): number {
  const half = r[peak]! / 2;
  let [low, high] = [peak, peak];
  while (low > 0 && (r[low]! > half || peak - low < reach)) low--;
  while (high < r.length - 1 && (r[high]! > half || high - peak < reach)) high++;
  let best = -1;
  for (let at = 0; at < r.length; at++) if ((at <= low || at >= high) && r[at]! > best) best = r[at]!;
  return best;
}

/** How far from the highest sample a parabola through it and its neighbours has its vertex, in samples. */
function vertex(r: Float64Array, peak: number): number {
  const [before, at, after] = [r[peak - 1], r[peak]!, r[peak + 1]];
  if (before === undefined || after === undefined) return 0;
  const bend = before - 2 * at + after;
  return bend < 0 ? (before - after) / (2 * bend) : 0;
}

/** What lies beside each other at a lag. */
function sharedPart(lengthA: number, lengthB: number, lag: number): { count: number } {
  return { count: Math.min(lengthA - Math.max(0, lag), lengthB - Math.max(0, -lag)) };
}
