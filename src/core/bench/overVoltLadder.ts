import { CoreInputError } from "../CoreInputError";
import { type Draw, normaliseDraw } from "./normaliseDraw";
import { type RatedPart, weakestInLine } from "./weakestInLine";

/** Highest throttle that gives the motor no more volts than the usual pack: usual cells over higher cells. */
export function outputLimit(usualCells: number, higherCells: number): number {
  if (!(usualCells > 0) || !(higherCells >= usualCells))
    throw new CoreInputError("out_of_range", "The higher pack must have at least as many cells as the usual one.");
  return usualCells / higherCells;
}

/** What the ladder says after some of its rungs. */
export interface LadderVerdict {
  /** Which rung to run next, from 0; null when all are done or none may be. */
  next: number | null;
  word: "good" | "watch" | "bad" | "cannot say";
  reasons: string[];
  /** What the next rung will draw, when it can be said. */
  predicted: Draw | null;
}

/** How far the held-down run may lie off the usual pack's. Trade judgement, no published source. */
const WATCHED_OFF = 0.15;

/**
 * Judges an over-voltage ladder: the usual pack in full, the higher pack held down to the ratio of cells, the higher pack in full.
 * The held-down run should draw what the usual pack drew from its motors; the last one is predicted by I ~ V², P ~ V³ before
 * it is run, and refused when a part in line would be over its rating.
 *
 * @param rungs - What was measured at full output of each rung that was run, in order.
 * @param parts - Rated parts in line.
 * @see Output limited to the ratio of cells: common practice, no published source. Propeller laws as in `normaliseDraw`.
 */
export function judgeLadder(
  rungs: readonly (Draw | null)[],
  { usualCells, higherCells }: { usualCells: number; higherCells: number },
  parts: readonly RatedPart[],
): LadderVerdict {
  const limit = outputLimit(usualCells, higherCells);
  const [usual, held, full] = rungs;
  const percent = Math.round(limit * 100);
  if (!usual)
    return { next: 0, word: "cannot say", reasons: ["Begin with the usual pack at full output."], predicted: null };
  if (!held)
    return {
      next: 1,
      word: "cannot say",
      reasons: [
        `Now the higher pack, its output held down to ${percent} %: ${usualCells}/${higherCells} of the cells.`,
      ],
      predicted: null,
    };
  // The chopper turns the higher voltage into the lower one: equal watts at the motor, fewer amps from the pack.
  const off = held.powerW / usual.powerW / ((held.voltageV * limit) / usual.voltageV) ** 3 - 1;
  const comparison = `Held down it drew ${held.powerW.toFixed(0)} W, the usual pack ${usual.powerW.toFixed(0)} W: ${(Math.abs(off) * 100).toFixed(0)} % ${off > 0 ? "more" : "less"}, both at one motor voltage.`;
  if (Math.abs(off) > WATCHED_OFF)
    return {
      next: null,
      word: "bad",
      reasons: [`${comparison} Something in line does not bear the voltage, or the limit was not set: do not go on.`],
      predicted: null,
    };
  const predicted = full ?? normaliseDraw(usual, usual.voltageV / limit);
  const weakest = weakestInLine(parts, predicted.currentA);
  const rating = weakest
    ? `${weakest.name} would carry ${weakest.currentA.toFixed(1)} A, ${Math.abs(weakest.marginA).toFixed(1)} A ${weakest.marginA < 0 ? "over" : "under"} its ${weakest.continuousA} A.`
    : "No part in line has a rating to hold it against.";
  if (!full)
    return weakest && weakest.marginA < 0
      ? {
          next: null,
          word: "bad",
          reasons: [rating, `${comparison} Keep the output held down to ${percent} %, or fit larger parts.`],
          predicted,
        }
      : {
          next: 2,
          word: weakest ? "good" : "cannot say",
          reasons: [
            comparison,
            `In full it should draw ${predicted.currentA.toFixed(1)} A and ${predicted.powerW.toFixed(0)} W. ${rating}`,
          ],
          predicted,
        };
  const expected = normaliseDraw(usual, full.voltageV);
  const beyond = full.currentA / expected.currentA - 1;
  return {
    next: null,
    word: weakest && weakest.marginA < 0 ? "bad" : Math.abs(beyond) > WATCHED_OFF || !weakest ? "watch" : "good",
    reasons: [
      weakest ? rating.replace("would carry", "carried") : rating,
      `In full it drew ${full.currentA.toFixed(1)} A, ${(Math.abs(beyond) * 100).toFixed(0)} % ${beyond > 0 ? "more" : "less"} than the propeller laws say.`,
      comparison,
    ],
    predicted: null,
  };
}
