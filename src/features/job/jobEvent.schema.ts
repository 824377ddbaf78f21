import * as v from "valibot";
import { BAYS } from "./bays";

const id = v.pipe(v.string(), v.minLength(1), v.maxLength(60));
const text = v.pipe(v.string(), v.maxLength(1000));
const figure = v.object({ voltageV: v.number(), currentA: v.number(), powerW: v.number() });

/** Payload of each kind of event. The stored JSON must fit its kind, in and out. */
export const EVENT_PAYLOADS = {
  received: v.object({
    complaint: text,
    makeSafe: v.array(text),
  }),
  details_changed: v.object({ changed: v.record(v.string(), v.object({ from: text, to: text })) }),
  note_added: v.object({ text }),
  photo_added: v.object({ photoId: v.number(), fileName: text }),
  bay_entered: v.object({ from: v.picklist(BAYS), to: v.picklist(BAYS), reason: text }),
  check_answered: v.object({
    checkId: id,
    outcomeId: id,
    minutes: v.nullable(v.number()),
    note: text,
    /** The measured value the outcome was read from. */
    value: v.optional(v.nullable(v.number()), null),
    doubtful: v.optional(v.boolean(), false),
  }),
  finding_added: v.object({ symptomId: id, value: v.boolean(), note: text, doubtful: v.optional(v.boolean(), false) }),
  /** A finding that another bay hands in: a bench run's or a log's verdict. */
  evidence_given: v.object({ symptoms: v.record(id, v.boolean()), source: text, note: text }),
  finding_withdrawn: v.object({ seq: v.number(), reason: text }),
  finding_doubted: v.object({ seq: v.number(), doubtful: v.boolean() }),
  /** A finding from before the repair was looked at again and is still so. */
  finding_confirmed: v.object({ seq: v.number() }),
  experiment_step: v.object({
    changes: v.array(v.object({ name: text, to: v.picklist(["changed", "restored"]) })),
    faultShows: v.boolean(),
    note: text,
  }),
  cause_named: v.object({
    faults: v.array(v.object({ id, name: text, repair: text, probability: v.number() })),
    /** A cause that the library does not have. */
    other: v.optional(text, ""),
    note: text,
  }),
  run_kept: v.object({
    runId: v.number(),
    word: text,
    reasons: v.array(text),
    steps: v.array(
      v.object({
        name: text,
        throttle: v.number(),
        measured: figure,
        baseline: v.nullable(figure),
        change: v.nullable(v.number()),
      }),
    ),
  }),
  /** A table of symptoms that was judged on the bench. */
  measurement_kept: v.object({
    title: text,
    word: text,
    reasons: v.array(text),
    figures: v.array(v.object({ label: text, text })),
    /** Figures that other parts of the shop go on with, by name. */
    carried: v.optional(v.record(v.string(), v.number())),
    /** The run it was read off; absent for symptoms that were typed or came in a file. */
    runId: v.optional(v.number()),
  }),
  /** A calculation with what it was given and gave, as shown. */
  calculation_kept: v.object({
    calculatorId: id,
    title: text,
    given: v.array(v.object({ label: text, text })),
    results: v.array(v.object({ label: text, text })),
    remarks: v.array(text),
  }),
  part_replaced: v.object({
    kind: id,
    position: text,
    removed: v.object({ partId: v.number(), name: text, serial: text }),
    fitted: v.object({ partId: v.number(), name: text, serial: text }),
    reason: text,
  }),
  setting_changed: v.object({ what: text, before: text, after: text }),
  proofs_asked: v.object({ kinds: v.array(id), because: text }),
  proof_decided: v.object({
    kind: id,
    state: v.picklist(["met", "failed", "waived"]),
    note: text,
    symptomId: v.nullable(id),
  }),
  sortie_logged: v.object({ seconds: v.number(), failures: v.number(), note: text }),
  handed_back: v.object({ to: text, note: text }),
} as const;

/** A kind of event. */
export type JobEventKind = keyof typeof EVENT_PAYLOADS;
/** What an event of this kind carries. */
export type EventPayload<K extends JobEventKind> = v.InferOutput<(typeof EVENT_PAYLOADS)[K]>;

/** An event to be appended. */
export type NewJobEvent = { [K in JobEventKind]: { kind: K; payload: EventPayload<K> } }[JobEventKind];

/** An event as it stands in the history. */
export type JobEvent = NewJobEvent & { seq: number; at: Date; personName: string; jobVersion: number };
