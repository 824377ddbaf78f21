import * as v from "valibot";
import { type VerdictWord } from "@/core/bench/judgePowerDraw";
import { type Finding } from "@/core/diagnosis/findings/caseFindings";
import { type Library } from "@/core/diagnosis/library/library.types";

/** An event to be appended to a job's history. */
export interface NewJobEvent {
  kind: string;
  payload: unknown;
}

/** An event as it stands in the history. */
export interface JobEvent extends NewJobEvent {
  seq: number;
  at: Date;
  personName: string;
  jobVersion: number;
}

/** What a sentence about an event needs besides the event. */
export interface EventWords {
  /** For the names of checks and symptoms. */
  library: Library;
  bayName(id: string): string;
}

/** A finding that an event hands to the diagnosis. */
export interface EventFinding {
  finding: Finding;
  note: string;
  minutes: number;
}

/** A measurement that an event put on the job. */
export interface EventMeasurement {
  /** What was measured: "power-draw", "servo" … */
  of: string;
  title: string;
  word: VerdictWord;
  reason: string;
  /** The run it was read off; null for typed readings. */
  runId: number | null;
  /** False when there was nothing from before to hold it against. */
  isCompared: boolean;
  /** False when it was cut before its end. */
  isWhole: boolean;
}

/** A kind of event: what it carries, how it reads, and what it tells the diagnosis. */
export interface EventKind<Payload = unknown> {
  readonly kind: string;
  /** The stored JSON must fit it, in and out. */
  readonly schema: v.GenericSchema<unknown, Payload>;
  /** The event in a technician's words, for the history, the report and the conflict notice. */
  sentence(payload: Payload, words: EventWords): string;
  findings?(payload: Payload): EventFinding[];
  measured?(payload: Payload): EventMeasurement;
  /** True when the craft is another one afterwards: what was found before speaks of the old one. */
  readonly changesCraft?: boolean;
  /** Of an event that changed the craft: which findings it outdated; null for all before it. */
  outdates?(payload: Payload): readonly number[] | null;
}

/** A kind of event with what its readers and writers need of it, typed by its payload. */
export interface DefinedEvent<Input, Payload> extends EventKind<Payload> {
  /** A new event of this kind. */
  of(payload: Input): NewJobEvent;
  /** Those of this kind, oldest first. */
  in<E extends NewJobEvent>(events: readonly E[]): (E & { payload: Payload })[];
  /** The newest of this kind. */
  last<E extends NewJobEvent>(events: readonly E[]): (E & { payload: Payload }) | undefined;
}

/** Defines a kind of event. */
export function defineEvent<const S extends v.GenericSchema>(
  kind: string,
  schema: S,
  more: Omit<EventKind<v.InferOutput<S>>, "kind" | "schema">,
): DefinedEvent<v.InferInput<S>, v.InferOutput<S>> {
  type Payload = v.InferOutput<S>;
  const isOwn = <E extends NewJobEvent>(event: E): event is E & { payload: Payload } => event.kind === kind;
  return {
    ...more,
    kind,
    schema: schema as v.GenericSchema<unknown, Payload>,
    of: (payload) => ({ kind, payload }),
    in: (events) => events.filter(isOwn),
    last: (events) => events.findLast(isOwn),
  };
}

/** What such an event carries. */
export type PayloadOf<D> = D extends EventKind<infer Payload> ? Payload : never;

/** The fields that payloads are made of. */
export const eventId = v.pipe(v.string(), v.minLength(1), v.maxLength(60));
export const eventText = v.pipe(v.string(), v.maxLength(1000));
/** Where on the craft, in words; empty where nobody said, as in events from before it was asked. */
export const eventPlace = v.optional(v.pipe(v.string(), v.maxLength(80)), "");

/** A thing with where it is: "ESC burnt: ESC 3, rear left". */
export function withPlace(name: string, place: string): string {
  return place ? `${name}: ${place}` : name;
}

/** A remark behind a sentence, in brackets; nothing for none. */
export function withReason(reason: string): string {
  return reason ? ` (${reason})` : "";
}
