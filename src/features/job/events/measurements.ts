import { findEventKind } from "../bays/bayRegistry";
import { type EventMeasurement, type JobEvent } from "./eventKind";

/** A measurement on a job, with where it stands in the history. */
export interface JobMeasurement extends EventMeasurement {
  seq: number;
  /** False when the craft was changed since: then it speaks of the craft before. */
  isCurrent: boolean;
}

/** What was measured on a job, oldest first. */
export function measurementsOf(events: readonly JobEvent[]): JobMeasurement[] {
  const lastChange = events.findLast(({ kind }) => findEventKind(kind)?.changesCraft)?.seq ?? 0;
  return events.flatMap(({ kind, payload, seq }) => {
    const measured = findEventKind(kind)?.measured?.(payload);
    return measured ? [{ ...measured, seq, isCurrent: seq > lastChange }] : [];
  });
}

/** When the craft was changed last; null while it was not. What was photographed before shows the craft before. */
export function lastChangeAt(events: readonly JobEvent[]): Date | null {
  return events.findLast(({ kind }) => findEventKind(kind)?.changesCraft)?.at ?? null;
}
