import { fitLine, FEWEST_POINTS } from "../fit/fitLine";
import { type StepDraw } from "./run/summariseSweep";

/** What a pack with its lead loses for each amp, beside the baseline's. */
export interface SagComparison {
  word: "good" | "watch" | "bad";
  reason: string;
}

/** Against the baseline. Common practice, no published source. */
const WATCHED_FACTOR = 1.5;
const BAD_FACTOR = 2;

/**
 * Compares how far the volts fall with the amps. This comes before the draw itself: once both runs are put at one voltage, a pack
 * that sags twice as far is out of sight.
 *
 * @returns Empty when either run has too few steps, or its volts do not fall.
 */
export function compareSag(steps: readonly StepDraw[], baseline: readonly StepDraw[]): SagComparison[] {
  const [own, before] = [ohmsOf(steps), ohmsOf(baseline)];
  if (!own || !before) return [];
  const factor = own.ohms / before.ohms;
  const halfWidth = factor * Math.hypot(own.halfWidth / own.ohms, before.halfWidth / before.ohms);
  const least = factor - halfWidth;
  const word = least > BAD_FACTOR ? "bad" : least > WATCHED_FACTOR ? "watch" : "good";
  if (word === "good") return [];
  const mohm = (ohms: number) => (ohms * 1000).toFixed(0);
  return [
    {
      word,
      reason: `It sags ${factor.toFixed(1)} ± ${halfWidth.toFixed(1)} times as far for each amp as in the baseline, ${mohm(own.ohms)} against ${mohm(before.ohms)} mΩ: pack tired, or connector and lead.`,
    },
  ];
}

function ohmsOf(steps: readonly StepDraw[]): { ohms: number; halfWidth: number } | null {
  if (steps.length < FEWEST_POINTS || new Set(steps.map(({ currentA }) => currentA)).size < 2) return null;
  const { slope, slopeHalfWidth } = fitLine(steps.map(({ currentA, voltageV }) => ({ x: currentA, y: voltageV })));
  return -slope.value > slopeHalfWidth ? { ohms: -slope.value, halfWidth: slopeHalfWidth } : null;
}
