import { chanceOf } from "../fit/chanceOf";
import { isNoFailure, type RemovedAs } from "./removedAs";

/** A part that a job fitted, with what became of it. */
export interface FittedOnce {
  fittedAt: Date;
  /** null while it is in. */
  removedAt: Date | null;
  /** It came out for another craft, not because it failed. */
  isLent: boolean;
  /** What it came out as; null while it is in, or where nobody was asked. */
  removedAs: RemovedAs | null;
}

/** How often a part that was fitted in a repair came out again. */
export interface Recurrence {
  followed: number;
  failedAgain: number;
  /** Chance that the next one comes out within the days, with the bounds that hold it nine times in ten. */
  chance: number;
  low: number;
  high: number;
}

/** Days a repair is followed. */
export const FOLLOWED_DAYS = 180;

const DAY_MS = 86_400_000;

/** Parts fitted before this moment have been followed to the end. */
export function followedSince(now: Date): Date {
  return new Date(now.getTime() - FOLLOWED_DAYS * DAY_MS);
}

/**
 * The chance that a repair of a type comes back, from the shop's own history of it. Only parts that went in long enough ago count: those that
 * failed early among the young would make the type look worse than it is. What was lent, or came out early without having failed,
 * tells nothing.
 */
export function recurrenceOf(history: readonly FittedOnce[], now: Date): Recurrence {
  const followed = history.filter(
    (part) =>
      !part.isLent && part.fittedAt <= followedSince(now) && !(isNoFailure(part.removedAs) && cameOutWithinDays(part)),
  );
  const failedAgain = followed.filter(cameOutWithinDays).length;
  return { followed: followed.length, failedAgain, ...chanceOf(failedAgain, followed.length) };
}

function cameOutWithinDays({ fittedAt, removedAt }: FittedOnce): boolean {
  return removedAt !== null && removedAt.getTime() - fittedAt.getTime() <= FOLLOWED_DAYS * DAY_MS;
}
