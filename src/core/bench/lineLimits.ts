import { type ProfileStep } from "./run/profile";
import { type RatedPart } from "./weakestInLine";

/**
 * The highest pack amps that a profile may draw before a part in line is over its rating.
 *
 * Where one motor runs at a time its own arm bounds it, however many arms the craft has: a motor with a shorted winding is not
 * to be fed what four good ones share. Where all run together each arm carries its part of the whole.
 *
 * @param parts - Rated parts in line; those of an arm say its number in their position ("ESC 3").
 * @param profile - What is run; a step without an output runs every motor.
 * @returns Ampere; null where no part that is passed has a rating.
 */
export function highestPackAmps(parts: readonly RatedPart[], profile: readonly ProfileStep[]): number | null {
  const running = profile.filter(({ throttle }) => throttle > 0);
  // Nothing is known of what runs: the weakest part alone bounds it.
  if (running.length === 0) return lowestOf(parts.map(({ continuousA }) => continuousA));
  const isOneAtATime = running.every(({ output }) => output != null);
  const outputs = new Set(running.map(({ output }) => output));
  const bounds = parts.flatMap((part) => {
    if (part.parallel === 1) return [part.continuousA];
    if (!isOneAtATime) return [part.continuousA * part.parallel];
    const number = numberOf(part.position);
    return number === null || outputs.has(number) ? [part.continuousA] : [];
  });
  return lowestOf(bounds);
}

function lowestOf(bounds: readonly number[]): number | null {
  return bounds.length > 0 ? bounds.reduce((lowest, bound) => Math.min(lowest, bound)) : null;
}

function numberOf(position: string): number | null {
  const number = /\b(\d{1,2})\b/.exec(position)?.[1];
  return number === undefined ? null : Number(number);
}
