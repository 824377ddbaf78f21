import { type EventKind } from "../events/eventKind";
import { JOB_EVENTS } from "../events/jobEvents";
import { type BayManifest, type BayStop, type JobFacts, type ReportSection, type RoomManifest } from "./bayManifest";

/*
 * The bays stand above the job and are handed to it when a process begins. They lie in the process, not in this module: a
 * bundler may give pages and the server's start a copy of the module each.
 */
const SLOT = Symbol.for("pitstopa.bays");
const slots = globalThis as { [SLOT]?: House };

interface House {
  bays: readonly BayManifest[];
  rooms: readonly RoomManifest[];
}

/** Hands the bays to the job, in the order of the path, and the rooms beside it. */
export function registerBays(bays: readonly BayManifest[], rooms: readonly RoomManifest[] = []): void {
  slots[SLOT] = { bays, rooms };
}

function house(): House {
  const registered = slots[SLOT];
  if (!registered) throw new Error("No bays are registered: this process must import features/bays first.");
  return registered;
}

/** Every bay, in the order of the path. */
export function registeredBays(): readonly BayManifest[] {
  return house().bays;
}

/** The rooms beside the path. */
export function roomStops(): BayStop[] {
  return house().rooms.map(({ id, name }) => ({ id, name }));
}

/** The report's sections, bay by bay; what was found in a room stands with the measurements, before what was changed. */
export function reportSections(facts: JobFacts): ReportSection[] {
  const { bays, rooms } = house();
  const of = (parts: readonly Pick<RoomManifest, "report">[]) => parts.flatMap(({ report }) => report?.(facts) ?? []);
  const measured = bays.findIndex(({ id }) => id === "bench") + 1;
  return [...of(bays.slice(0, measured)), ...of(rooms), ...of(bays.slice(measured))];
}

/** The path as it stands on the ticket. */
export function bayPath(): BayStop[] {
  return registeredBays().map(({ id, name }) => ({ id, name }));
}

/** The bay of an id; undefined for one that is no longer there. */
export function findBay(id: string): BayManifest | undefined {
  return registeredBays().find((bay) => bay.id === id);
}

/** What a bay is called; its id when it is no longer there. */
export function bayName(id: string): string {
  return findBay(id)?.name ?? id;
}

/** Bays that a job may not enter yet, each with the sentence why. */
export function closedBays(facts: Pick<JobFacts, "proofs">): Record<string, string> {
  return Object.fromEntries(
    registeredBays().flatMap(({ id, closedBecause }) => {
      const why = closedBecause?.(facts) ?? null;
      return why === null ? [] : [[id, why]];
    }),
  );
}

/** A kind of event of the job or of one of its bays; undefined for one that nobody knows any more. */
export function findEventKind(kind: string): EventKind | undefined {
  return eventKinds().find((each) => each.kind === kind);
}

/** Every kind of event: the job's, its bays' and its rooms'. */
export function eventKinds(): readonly EventKind[] {
  const { bays, rooms } = house();
  return [...JOB_EVENTS, ...[...bays, ...rooms].flatMap(({ events }) => events)];
}
