import { chanceIfUnchanged, cleanTimeNeededS } from "@/core/prove/cleanTime";
import { type Job } from "@/features/job/job";
import { findEventKind } from "@/features/job/bays/bayRegistry";
import { type JobEvent } from "@/features/job/events/eventKind";
import { sortieLogged } from "./prove.manifest";

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
  const sorties = sortieLogged.in(events);
  const startSeq = Math.max(
    events.findLast(({ kind }) => findEventKind(kind)?.changesCraft)?.seq ?? 0,
    sorties.findLast(({ payload }) => payload.failures > 0)?.seq ?? 0,
  );
  const flownS = sorties.filter(({ seq }) => seq > startSeq).reduce((sum, { payload }) => sum + payload.seconds, 0);
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
