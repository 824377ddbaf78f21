import { type Draw, normaliseDraw } from "./normaliseDraw";
import { compareSag } from "./compareSag";
import { type StepDraw } from "./run/summariseSweep";
import { type RatedPart, type WeakestPart, weakestInLine } from "./weakestInLine";

/** One step beside the same step of the baseline, both at one voltage. */
export interface StepComparison {
  name: string;
  throttle: number;
  measured: Draw;
  /** The measured step put at the baseline's voltage. */
  normalised: Draw;
  baseline: Draw;
  /** Normalised current over baseline current, minus 1: +0.27 is 27 % more. */
  currentChange: number;
  /** Two standard errors of `currentChange` from the scatter of both runs. */
  currentChangeError: number;
}

/** Verdict words, worst last. */
export type VerdictWord = "good" | "watch" | "bad" | "cannot say";

/** What a power-draw sweep says. */
export interface PowerDrawVerdict {
  word: VerdictWord;
  /** Each reason with its figure, the deciding one first. */
  reasons: string[];
  comparisons: StepComparison[];
  weakest: WeakestPart | null;
}

/** Against the baseline: more than this is watched, more than that is bad. Trade judgement, no published source. */
export const WATCH_CHANGE = 0.08;
export const BAD_CHANGE = 0.15;
/** Room to the weakest part's rating under which a drive is watched. Trade judgement, no published source. */
export const WATCH_MARGIN = 0.1;
/** Throttles within this are one step. */
const SAME_THROTTLE = 0.01;
/** Below this, standby and no-load amps make up most of the draw, and they do not go with the square of the volts. */
const DRIVE_FROM_THROTTLE = 0.3;

/**
 * Judges a power-draw sweep: like for like against the craft's baseline, and against the weakest part in line.
 *
 * Each step is put at the baseline's voltage of the same step before it is compared (fixed prop: I ~ V², P ~ V³).
 *
 * @param steps - The run, from `summariseSweep`.
 * @param baseline - The baseline run's steps; empty when the craft has none.
 * @param parts - Rated parts in the pack's line.
 * @param densityRatio - Air density of the baseline's day over that of this run's.
 * @param cutByLimit - What the limit said that cut the run; null when none did.
 * @returns "cannot say" when there is neither a baseline nor a rated part, and for a run without a full-throttle step that
 *   showed nothing wrong until then.
 */
export function judgePowerDraw(
  steps: readonly StepDraw[],
  baseline: readonly StepDraw[],
  parts: readonly RatedPart[],
  densityRatio = 1,
  cutByLimit: string | null = null,
): PowerDrawVerdict {
  const comparisons = steps.flatMap((step) => {
    const before = baseline.find(({ throttle }) => Math.abs(throttle - step.throttle) < SAME_THROTTLE);
    return before && step.throttle >= DRIVE_FROM_THROTTLE ? [compareStep(step, before, densityRatio)] : [];
  });
  const full = steps.find(({ throttle }) => throttle === 1);
  const weakest = full ? weakestInLine(parts, full.currentA) : null;
  const findings = [
    ...compareSag(steps, baseline),
    ...comparisons.map(judgeChange),
    ...(weakest ? [judgeMargin(weakest)] : []),
  ];
  findings.sort((a, b) => SEVERITY.indexOf(b.word) - SEVERITY.indexOf(a.word));
  const reasons = findings.map(({ reason }) => reason);
  const worst = findings[0]?.word ?? "good";
  if (!full) {
    // A run that was cut cannot clear a drive, but what it showed until then may condemn it.
    const short = "The run never settled at full throttle.";
    if (cutByLimit !== null) {
      const cut = `It was cut: ${cutByLimit}`;
      return { word: worst === "bad" ? "bad" : "watch", reasons: [...reasons, cut, short], comparisons, weakest };
    }
    return { word: worst === "good" ? "cannot say" : worst, reasons: [...reasons, short], comparisons, weakest };
  }
  if (findings.length === 0) {
    return { word: "cannot say", reasons: ["No baseline and no rated part to compare with."], comparisons, weakest };
  }
  return { word: worst, reasons, comparisons, weakest };
}

const SEVERITY: readonly VerdictWord[] = ["good", "watch", "bad"];

/** Puts one step at the baseline's voltage and compares the currents. */
export function compareStep(step: StepDraw, baseline: StepDraw, densityRatio = 1): StepComparison {
  const normalised = normaliseDraw(step, baseline.voltageV, densityRatio);
  const ratio = normalised.currentA / baseline.currentA;
  const relativeError = Math.hypot(step.currentErrorA / step.currentA, baseline.currentErrorA / baseline.currentA);
  return {
    name: step.name,
    throttle: step.throttle,
    measured: { voltageV: step.voltageV, currentA: step.currentA, powerW: step.powerW },
    normalised,
    baseline: { voltageV: baseline.voltageV, currentA: baseline.currentA, powerW: baseline.powerW },
    currentChange: ratio - 1,
    currentChangeError: 2 * ratio * relativeError,
  };
}

function judgeChange({ name, currentChange, currentChangeError, baseline }: StepComparison) {
  // A drive that draws much less than it did is as suspect as one that draws more: a slipping prop, a missing motor.
  const surely = Math.abs(currentChange) - currentChangeError;
  const word: VerdictWord = surely > BAD_CHANGE ? "bad" : surely > WATCH_CHANGE ? "watch" : "good";
  const percent = `${(Math.abs(currentChange) * 100).toFixed(1)} ± ${(currentChangeError * 100).toFixed(1)} %`;
  const direction = currentChange >= 0 ? "more" : "less";
  return {
    word,
    reason: `At ${name}: ${percent} ${direction} than the baseline, both at ${baseline.voltageV.toFixed(2)} V.`,
  };
}

function judgeMargin({ name, position, currentA, continuousA, marginA, marginShare }: WeakestPart) {
  const word: VerdictWord = marginA < 0 ? "bad" : marginShare < WATCH_MARGIN ? "watch" : "good";
  const side = marginA < 0 ? "over" : "under";
  return {
    word,
    reason: `Weakest in line: ${name} (${position}), ${currentA.toFixed(1)} A, ${Math.abs(marginA).toFixed(1)} A ${side} its ${continuousA} A.`,
  };
}
