import { chanceIfUnchanged, cleanTimeNeededS } from "@/core/prove/cleanTime";
import { type Job } from "@/features/job/job";
import { type JobEvent } from "@/features/job/jobEvent.schema";

/** How far an intermittent fault's clean time has come. */
export interface CleanFlying {
  failureCount: number;
  failureTimeS: number;
  flownS: number;
  neededS: number;
  leftS: number;
  /** Chance of so long without a failure if nothing had changed. */
  chance: number;
}

/** The chance must have fallen to this. */
export const CLEAN_ENOUGH = 0.05;

/**
 * Adds up the clean sorties since the last repair or failure and holds them against the failures before.
 *
 * @returns null when the fault is not intermittent: then no clean time is asked for.
 */
export function cleanFlyingOf(
  job: Pick<Job, "failureCount" | "failureTimeS">,
  events: readonly JobEvent[],
): CleanFlying | null {
  const { failureCount, failureTimeS } = job;
  if (failureCount === null || failureTimeS === null) return null;
  const start = events.findLast(
    (event) =>
      event.kind === "part_replaced" ||
      event.kind === "setting_changed" ||
      (event.kind === "sortie_logged" && event.payload.failures > 0),
  );
  const flownS = events
    .filter((event) => event.seq > (start?.seq ?? 0))
    .reduce((sum, event) => (event.kind === "sortie_logged" ? sum + event.payload.seconds : sum), 0);
  const neededS = cleanTimeNeededS(failureCount, failureTimeS, 1 - CLEAN_ENOUGH);
  return {
    failureCount,
    failureTimeS,
    flownS,
    neededS,
    leftS: Math.max(0, neededS - flownS),
    chance: chanceIfUnchanged(failureCount, failureTimeS, flownS),
  };
}
