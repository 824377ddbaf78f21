import * as v from "valibot";
import { findingText } from "@/core/diagnosis/findings/findingText";
import { defineEvent, eventId, eventText, type EventKind, withReason } from "./eventKind";

/*
 * The events of the job itself: what several bays write or read. Those of one bay stand in its manifest.
 */

/** The job went to another bay. */
export const bayEntered = defineEvent("bay_entered", v.object({ from: eventId, to: eventId, reason: eventText }), {
  sentence: ({ from, to, reason }, { bayName }) => `went from ${bayName(from)} to ${bayName(to)}${withReason(reason)}`,
});

/** Something seen, or seen not to be so, without a check. */
export const findingAdded = defineEvent(
  "finding_added",
  v.object({ symptomId: eventId, value: v.boolean(), note: eventText, doubtful: v.optional(v.boolean(), false) }),
  {
    sentence: ({ note, ...finding }, { library }) =>
      `found: ${findingText(library, { ...finding, kind: "symptom" }).title}${withReason(note)}`,
    findings: ({ symptomId, value, note, doubtful }) => [
      { finding: { kind: "symptom", symptomId, value, ...(doubtful && { doubtful }) }, note, minutes: 0 },
    ],
  },
);

/** Findings that a bay hands in: what a bench run or a log proves. */
export const evidenceGiven = defineEvent(
  "evidence_given",
  v.object({ symptoms: v.record(eventId, v.boolean()), source: eventText, note: eventText }),
  {
    sentence: ({ symptoms, source, note }, { library }) => {
      const found = Object.entries(symptoms).map(
        ([symptomId, value]) => findingText(library, { kind: "symptom", symptomId, value }).title,
      );
      return `${source} says: ${found.join("; ")}${withReason(note)}`;
    },
    findings: ({ symptoms, source, note }) =>
      Object.entries(symptoms).map(([symptomId, value]) => ({
        finding: { kind: "symptom", symptomId, value },
        note: [source, note].filter(Boolean).join("; "),
        minutes: 0,
      })),
  },
);

/** A finding that no longer counts. */
export const findingWithdrawn = defineEvent("finding_withdrawn", v.object({ seq: v.number(), reason: eventText }), {
  sentence: ({ reason }) => `took a finding back${withReason(reason)}`,
});

/** A finding that weighs less, or again in full. */
export const findingDoubted = defineEvent("finding_doubted", v.object({ seq: v.number(), doubtful: v.boolean() }), {
  sentence: ({ doubtful }) => (doubtful ? "marked a finding as doubtful" : "marked a finding as sure"),
});

/** A finding from before the repair was looked at again and is still so. */
export const findingConfirmed = defineEvent("finding_confirmed", v.object({ seq: v.number() }), {
  sentence: () => "looked again: a finding from before the repair is still so",
});

/** The cause as it was named, with how probable each fault was then. */
export const causeNamed = defineEvent(
  "cause_named",
  v.object({
    faults: v.array(v.object({ id: eventId, name: eventText, repair: eventText, probability: v.number() })),
    /** A cause that the library does not have. */
    other: v.optional(eventText, ""),
    note: eventText,
  }),
  {
    sentence: ({ faults, other, note }) =>
      `named the cause: ${[...faults.map(({ name }) => name), ...(other ? [other] : [])].join(" and ")}${withReason(note)}`,
  },
);

const part = v.object({ partId: v.number(), name: eventText, serial: eventText });

/** The old part out, the new one in. */
export const partReplaced = defineEvent(
  "part_replaced",
  v.object({ kind: eventId, position: eventText, removed: part, fitted: part, reason: eventText }),
  {
    sentence: ({ position, removed, fitted, reason }) =>
      `replaced ${position}: ${removed.name} (${removed.serial || "no serial"}) by ${fitted.name} (${fitted.serial || "no serial"})${withReason(reason)}`,
    changesCraft: true,
  },
);

/** A repair without a new part. */
export const settingChanged = defineEvent(
  "setting_changed",
  v.object({ what: eventText, before: eventText, after: eventText }),
  { sentence: ({ what, before, after }) => `set ${what} from ${before || "unknown"} to ${after}`, changesCraft: true },
);

/** Proofs that a repair asked for. */
export const proofsAsked = defineEvent("proofs_asked", v.object({ kinds: v.array(eventId), because: eventText }), {
  sentence: ({ kinds, because }) => `${kinds.length} proofs asked for by ${because}`,
});

const shown = v.array(v.object({ label: eventText, text: eventText }));

/** A calculation with what it was given and gave, as shown. */
export const calculationKept = defineEvent(
  "calculation_kept",
  v.object({ calculatorId: eventId, title: eventText, given: shown, results: shown, remarks: v.array(eventText) }),
  {
    sentence: ({ title, given, results, remarks }) => {
      const list = (entries: readonly { label: string; text: string }[]) =>
        entries.map(({ label, text }) => `${label} ${text}`).join(", ");
      return `${title}: ${list(results)}; from ${list(given)}${withReason(remarks.join(" "))}`;
    },
  },
);

/** Every kind of the job itself. */
export const JOB_EVENTS: readonly EventKind[] = [
  bayEntered,
  findingAdded,
  evidenceGiven,
  findingWithdrawn,
  findingDoubted,
  findingConfirmed,
  causeNamed,
  partReplaced,
  settingChanged,
  proofsAsked,
  calculationKept,
];
