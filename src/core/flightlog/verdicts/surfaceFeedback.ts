import { type FlightView, secondsOf } from "../FlightView";
import { correlation, regress } from "../signal/regress";
import { meanOf, mostOf, quantileOf, spreadOf } from "../signal/rows";
import { surfaceEffect, type SurfaceEffect } from "../signal/surfaceEffect";
import { type Verdict } from "./verdict.types";

const SURFACE = { roll: "aileron", pitch: "elevator" } as const;
type SurfaceAxis = keyof typeof SURFACE;
const WINDOW_S = 0.6;
const HOP_S = 0.1;
/** So long a craft may be flown against its stabiliser, s. */
const LONGEST_S = 6;
/** Windows in a row that have to agree. */
const FEWEST_WINDOWS = 3;
/** Off what was asked by this much, the craft ran away, deg. */
const RAN_AWAY_DEG = 8;
/** The same where the stick is not in the log, and a hand on it would look alike. */
const RAN_AWAY_UNSEEN_DEG = 15;
/** So far off with the surface at its stop, nobody flies it any more, deg. */
const LOST_DEG = 25;
/** A surface that follows the stick this closely is the pilot's. */
const BY_HAND = 0.9;
const SURE_T = 6;
/** A surface that moves by less than this share of what it usually does stands. */
const STANDS = 0.15;
/** So many times its usual motion from its middle, a surface is at a stop or near it. */
const FAR_OFF = 2;

/** The stabiliser in one moment: how the surface went with the push back to what was asked. */
interface Law {
  from: number;
  to: number;
  /** Correlation of the surface's moment with the push that is needed. */
  link: number;
  /** t value of the same, the stick taken into account. */
  tValue: number;
  /** True where the surface stood at a stop. */
  isPinned: boolean;
}

/** Weight of the rate beside the angle in the push that is needed, s: a craft that comes back by itself needs none. */
const RATE_WEIGHT_S = 0.25;
/** The surface goes clearly with the push, or clearly against it. */
const CLEAR = 0.75;

/**
 * Whether the stabiliser of a fixed wing pushes with the error or against it, apart from the pilot.
 *
 * First what the surface does to the craft. Then what moves the surface: in each short window it is regressed on the push that would bring the craft back (error less rate),
 * with the stick beside it; windows that the stick alone explains are the pilot's. While a craft runs away error and rate grow
 * together, which is why they are not told apart. Signs of the columns do not matter: both regressions turn with them.
 */
export function surfaceFeedback(view: FlightView): Verdict[] {
  if (view.craft !== "fixed-wing") return [];
  return (["roll", "pitch"] as const).flatMap((axis) => {
    const effect = effectOf(view, axis);
    const push = pushNeeded(view, axis);
    return effect && push ? reversedOn(view, axis, push, lawsOf(view, axis, push, effect.sign), effect.tValue) : [];
  });
}

/** What would bring the craft back to what was asked, deg. */
function pushNeeded(view: FlightView, axis: SurfaceAxis): Float64Array | null {
  const [rate, angle, target] = [view.gyro[axis], view.channel(axis), view.channel(`${axis}_target`)];
  if (!rate || !angle) return null; // rates alone do not tell a stabiliser from a pilot who banks
  const usual = quantileOf(angle, 0.5);
  return rate.map((each, row) => (target?.[row] ?? usual) - angle[row]! - RATE_WEIGHT_S * each);
}

function effectOf(view: FlightView, axis: SurfaceAxis): SurfaceEffect | null {
  const surface = view.channel(SURFACE[axis]);
  const rate = view.gyro[axis];
  return surface && rate ? surfaceEffect(view, surface, rate) : null;
}

function lawsOf(view: FlightView, axis: SurfaceAxis, push: Float64Array, sign: number): Law[] {
  const surface = view.channel(SURFACE[axis])!;
  const stick = view.channel(`stick_${axis}`);
  const mode = modeOf(view);
  const rows = Math.round(WINDOW_S * view.rateHz);
  const hop = Math.max(1, Math.round(HOP_S * view.rateHz));
  const usualMotion = spreadOf(surface);
  const hasTarget = view.channel(`${axis}_target`) !== null;
  // Without what was asked, a pilot who banks looks like a stabiliser that runs away
  if (!hasTarget && !stick) return [];
  const stillStick = stick ? 0.15 * spreadOf(stick) : NaN;
  const handGain = stick ? handGainOf(view, stick, surface, rows) : NaN;
  const middle = { surface: quantileOf(surface, 0.5), stick: stick ? quantileOf(stick, 0.5) : NaN };
  const laws: Law[] = [];
  for (const { from, to } of view.flights) {
    for (let start = from; start + rows <= to; start += hop) {
      if (mode && mode[start] !== mode[start + rows - 1]) continue;
      if (spreadOf(surface, start, start + rows) < STANDS * usualMotion) {
        const pinned = pinnedLaw({ surface, stick, push, handGain, usualMotion, middle }, sign, start, start + rows);
        if (pinned) laws.push(pinned);
        continue;
      }
      if (!hasTarget && spreadOf(stick!, start, start + rows) > stillStick) continue;
      const window = Array.from({ length: rows }, (_, at) => start + at);
      if (stick && isByHand(view, stick, surface, window, handGain)) continue;
      const fit = regress(stick ? [push, stick] : [push], surface, window) ?? regress([push], surface, window);
      if (fit)
        laws.push({
          from: start,
          to: start + rows,
          link: sign * correlation(push, surface, window),
          tValue: sign * fit.tValues[0]!,
          isPinned: false,
        });
    }
  }
  return laws;
}

/**
 * The law of a window in which the surface stands at a stop, or near it, while the craft is far off: it stands with the push or against
 * it. A stop that the stick asks for says nothing.
 */
function pinnedLaw(
  {
    surface,
    stick,
    push,
    handGain,
    usualMotion,
    middle,
  }: {
    surface: Float64Array;
    stick: Float64Array | null;
    push: Float64Array;
    handGain: number;
    usualMotion: number;
    /** Where surface and stick stand as a rule. */
    middle: { surface: number; stick: number };
  },
  sign: number,
  from: number,
  to: number,
): Law | null {
  const off = meanOf(surface, from, to) - middle.surface;
  const wanted = meanOf(push, from, to);
  if (Math.abs(off) < FAR_OFF * usualMotion || Math.abs(wanted) < RAN_AWAY_DEG) return null;
  const byHand = stick ? handGain * (meanOf(stick, from, to) - middle.stick) : 0;
  if (Number.isFinite(byHand) && byHand * off > 0.5 * off ** 2) return null;
  const way = sign * Math.sign(off) * Math.sign(wanted);
  return { from, to, link: way, tValue: way * 2 * SURE_T, isPinned: true };
}

function modeOf(view: FlightView): ArrayLike<number> | null {
  return view.log.modes?.codes ?? view.channel("mode");
}

/** What the pilot's stick makes of the surface while he flies alone: the middle slope of the windows that the stick explains. */
function handGainOf(view: FlightView, stick: Float64Array, surface: Float64Array, rows: number): number {
  const slopes = view.flights.flatMap(({ from, to }) =>
    Array.from({ length: Math.floor((to - from) / rows) }, (_, at) => {
      const start = from + at * rows;
      const fit = regress(
        [stick],
        surface,
        Array.from({ length: rows }, (_, row) => start + row),
      );
      return fit && fit.rSquared > BY_HAND ? fit.slopes[0]! : NaN;
    }).filter(Number.isFinite),
  );
  return quantileOf(slopes, 0.5);
}

/** True where the stick explains the surface, and as it does when the pilot flies alone. */
function isByHand(
  view: FlightView,
  stick: Float64Array,
  surface: Float64Array,
  window: readonly number[],
  handGain: number,
): boolean {
  return [0, 0.04, 0.08].some((lag) => {
    const rows = Math.round(lag * view.rateHz);
    const earlier = window.map((row) => stick[Math.max(0, row - rows)]!);
    const fit = regress(
      [earlier],
      window.map((row) => surface[row]!),
    );
    const share = fit ? fit.slopes[0]! / handGain : NaN;
    return fit !== null && fit.rSquared > BY_HAND && !(share < 0.5 || share > 2);
  });
}

function reversedOn(
  view: FlightView,
  axis: SurfaceAxis,
  push: Float64Array,
  laws: readonly Law[],
  effectT: number,
): Verdict[] {
  const pushing = laws.filter(({ link, tValue }) => link < -CLEAR && tValue < -SURE_T);
  // Nobody flies for long with a stabiliser that pushes: then it is the sign of the surface that was misjudged
  if (pushing.length * HOP_S > Math.max(LONGEST_S, 0.4 * secondsOf(view, view.flights))) return [];
  const run = longestRun(pushing, Math.round(1.6 * HOP_S * view.rateHz));
  if (run.length < FEWEST_WINDOWS) return [];
  const [from, to] = [run[0]!.from, run.at(-1)!.to];
  const opposing = laws.filter((law) => law.link > CLEAR && law.from < to && law.to > from);
  // The craft has to have run away there: a chance fit in calm air is no evidence.
  const size = push.map(Math.abs);
  const growth =
    mostOf(size, from, to) /
    Math.max(1, quantileOf(size, 0.5, from, Math.min(to, from + Math.round(0.5 * view.rateHz))));
  const most = mostOf(size, from, to);
  // At a stop it has run away already, and grows no more than the stop lets it.
  const isAtStop = run.filter(({ isPinned }) => isPinned).length >= FEWEST_WINDOWS && most > LOST_DEG;
  const ranAway = view.channel(`stick_${axis}`) ? RAN_AWAY_DEG : RAN_AWAY_UNSEEN_DEG;
  if (most < ranAway || (growth < 1.8 && !isAtStop) || opposing.length > run.length) return [];
  return [
    {
      code: "feedback-reversed",
      severity: "fault",
      confidence: Math.min(0.97, 0.75 + 0.03 * pushing.length),
      fromS: view.timeS[from]!,
      toS: view.timeS[to - 1]!,
      axis,
      sentence: `The ${axis} stabiliser pushes the wrong way: from ${view.timeS[from]!.toFixed(1)} s the ${SURFACE[axis]} moved with the error, and the error grew to ${most.toFixed(0)}°.`,
      statistics: {
        windowsPushing: pushing.length,
        windowsOpposing: laws.filter(({ link }) => link > CLEAR).length,
        link: meanOf(run.map(({ link }) => link)),
        growth,
        surfaceEffectT: effectT,
      },
      tellApart:
        "Stabiliser or stick: switch the stabiliser on, tilt the craft by hand and watch the surface; then move the stick. Each on its own.",
    },
  ];
}

/** The longest row of windows that follow each other. */
function longestRun(laws: readonly Law[], hopRows: number): Law[] {
  let best: Law[] = [];
  let run: Law[] = [];
  for (const law of laws) {
    run = run.length > 0 && law.from - run.at(-1)!.from <= hopRows ? [...run, law] : [law];
    if (run.length > best.length) best = run;
  }
  return best;
}
