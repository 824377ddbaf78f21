import * as v from "valibot";
import { findProofKind } from "@/core/prove/proofKinds";
import { findingText } from "@/core/diagnosis/findings/findingText";
import { defineEvent, eventId, eventPlace, eventText, type EventKind, withPlace, withReason } from "./eventKind";

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
  v.object({
    symptomId: eventId,
    value: v.boolean(),
    note: eventText,
    doubtful: v.optional(v.boolean(), false),
    place: eventPlace,
  }),
  {
    sentence: ({ note, ...finding }, { library }) =>
      `found: ${findingText(library, { ...finding, kind: "symptom" }).title}${withReason(note)}`,
    findings: ({ symptomId, value, note, doubtful, place }) => [
      {
        finding: { kind: "symptom", symptomId, value, ...(doubtful && { doubtful }), ...(place && { place }) },
        note,
        minutes: 0,
      },
    ],
  },
);

/** Findings that a bay hands in: what a bench run or a log proves. */
export const evidenceGiven = defineEvent(
  "evidence_given",
  v.object({
    symptoms: v.record(eventId, v.boolean()),
    source: eventText,
    note: eventText,
    /** Where on the craft each is, where the bay can tell. */
    places: v.optional(v.record(eventId, eventText), {}),
  }),
  {
    sentence: ({ symptoms, source, note, places }, { library }) => {
      const found = Object.entries(symptoms).map(
        ([symptomId, value]) =>
          findingText(library, { kind: "symptom", symptomId, value, ...placeIn(places, symptomId) }).title,
      );
      return `${source} says: ${found.join("; ")}${withReason(note)}`;
    },
    findings: ({ symptoms, source, note, places }) =>
      Object.entries(symptoms).map(([symptomId, value]) => ({
        finding: { kind: "symptom", symptomId, value, ...placeIn(places, symptomId) },
        note: [source, note].filter(Boolean).join("; "),
        minutes: 0,
      })),
  },
);

function placeIn(places: Readonly<Record<string, string>>, symptomId: string): { place?: string } {
  const place = places[symptomId];
  return place === undefined ? {} : { place };
}

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

/** A technician went past a gate of the library, for a reason that stays to be read. */
export const gateOpened = defineEvent(
  "gate_opened",
  v.object({ gateId: eventId, because: eventText, reason: eventText }),
  { sentence: ({ because, reason }) => `went on all the same (“${because}”)${withReason(reason)}` },
);

/** The cause as it was named, with how probable each fault was then, and where it is. */
export const causeNamed = defineEvent(
  "cause_named",
  v.object({
    faults: v.array(
      v.object({ id: eventId, name: eventText, repair: eventText, probability: v.number(), place: eventPlace }),
    ),
    /** A cause that the library does not have. */
    other: v.optional(eventText, ""),
    otherPlace: eventPlace,
    /** Sequence numbers of the findings that spoke for it; null for causes named before this was written down. */
    evidence: v.optional(v.nullable(v.array(v.number())), null),
    note: eventText,
  }),
  {
    sentence: ({ faults, other, otherPlace, note }) =>
      `named the cause: ${[...faults.map(({ name, place }) => withPlace(name, place)), ...(other ? [withPlace(other, otherPlace)] : [])].join(" and ")}${withReason(note)}`,
  },
);

/** A cause that was named wrongly: it stays in the history and no longer stands. */
export const causeTakenBack = defineEvent("cause_taken_back", v.object({ seq: v.number(), reason: eventText }), {
  sentence: ({ reason }) => `took a cause back${withReason(reason)}`,
});

/** A picture went into the report. */
export const pictureKept = defineEvent("picture_kept", v.object({ pictureId: v.number(), caption: eventText }), {
  sentence: ({ caption }) => `put a picture into the report: ${caption}`,
});

/** A picture was left out of the report again. */
export const pictureLeftOut = defineEvent("picture_left_out", v.object({ pictureId: v.number(), caption: eventText }), {
  sentence: ({ caption }) => `left a picture out of the report: ${caption}`,
});

/** What a proof was met by. "eye": somebody looked, and said why that is enough where a figure or a run was asked for. */
const metBy = v.variant("by", [
  v.object({ by: v.literal("measurement"), seq: v.number(), text: eventText, isFirstBaseline: v.boolean() }),
  v.object({ by: v.literal("figures"), text: eventText }),
  v.object({ by: v.literal("photo"), photoId: v.number(), text: eventText }),
  v.object({ by: v.literal("witness"), text: eventText }),
  v.object({ by: v.literal("sorties"), text: eventText }),
  v.object({ by: v.literal("eye"), text: eventText }),
]);
export type MetBy = v.InferOutput<typeof metBy>;

/** How a proof was met, in words: "by a kept run: run 12, good"; nothing where looking was all that it asks. */
export function metByText(evidence: MetBy | null): string {
  if (!evidence) return "";
  const { by, text } = evidence;
  switch (by) {
    case "measurement":
      return `${text}${evidence.isFirstBaseline ? ", taken as the first baseline" : ""}`;
    case "photo":
      return `photo ${text}`;
    case "witness":
      return `seen by ${text}`;
    case "eye":
      return `by eye, because ${text}`;
    default:
      return text;
  }
}

/** A proof was met, failed or waived. A failure is a finding where it says what was seen. */
export const proofDecided = defineEvent(
  "proof_decided",
  v.object({
    kind: eventId,
    state: v.picklist(["met", "failed", "waived"]),
    note: eventText,
    symptomId: v.nullable(eventId),
    place: eventPlace,
    evidence: v.optional(v.nullable(metBy), null),
  }),
  {
    sentence: ({ kind, state, note, place, evidence }) => {
      const how = [metByText(evidence), note].filter(Boolean).join("; ");
      return `${withPlace(findProofKind(kind)?.title ?? kind, place)}: ${state}${withReason(how)}`;
    },
    findings: ({ state, symptomId, note, place }) =>
      state === "failed" && symptomId !== null
        ? [{ finding: { kind: "symptom", symptomId, value: true, ...(place && { place }) }, note, minutes: 0 }]
        : [],
  },
);

/** What was decided of a proof was taken back: it is open again. */
export const proofReopened = defineEvent(
  "proof_reopened",
  v.object({ kind: eventId, was: eventId, reason: eventText }),
  {
    sentence: ({ kind, was, reason }) =>
      `${findProofKind(kind)?.title ?? kind}: “${was}” taken back${withReason(reason)}`,
  },
);

/** Findings that a change of the craft outdated; null for all before it, as in events from before this was worked out. */
const outdated = v.optional(v.nullable(v.array(v.number())), null);
const part = v.object({ partId: v.number(), name: eventText, serial: eventText });

/** The old part out, the new one in. */
export const partReplaced = defineEvent(
  "part_replaced",
  v.object({
    kind: eventId,
    position: eventText,
    /** null where the position stood empty. */
    removed: v.nullable(part),
    fitted: part,
    reason: eventText,
    /** What it came out as; null in histories from before that was asked. */
    removedAs: v.optional(v.nullable(eventId), null),
    /** "off shelf B2", "borrowed from Heron 2"; empty where nobody said. */
    from: v.optional(eventText, ""),
    costCents: v.optional(v.nullable(v.number()), null),
    minutes: v.optional(v.nullable(v.number()), null),
    outdated,
  }),
  {
    sentence: ({ position, removed, fitted, reason, from }) =>
      `${removed ? `replaced ${position}: ${removed.name || "one that was not noted"} (${removed.serial || "no serial"}) by` : `fitted ${position}:`} ${fitted.name} (${fitted.serial || "no serial"})${from ? `, ${from}` : ""}${withReason(reason)}`,
    changesCraft: true,
    outdates: (payload) => payload.outdated,
  },
);

/** A repair without a new part. */
export const settingChanged = defineEvent(
  "setting_changed",
  v.object({
    what: eventText,
    before: eventText,
    after: eventText,
    place: eventPlace,
    /** What it was done on; null in histories from before that was asked. */
    mended: v.optional(v.nullable(eventId), null),
    /** The proof that failed and was put right on the spot, without going back to Isolate. */
    afterProof: v.optional(v.nullable(eventId), null),
    /** What it took beside a part; null where nobody said. */
    costCents: v.optional(v.nullable(v.number()), null),
    minutes: v.optional(v.nullable(v.number()), null),
    outdated,
  }),
  {
    sentence: ({ what, before, after, place, minutes }) =>
      `${withPlace(what, place)}: ${before ? `from ${before} to ${after}` : after}${minutes ? ` (${minutes} min)` : ""}`,
    changesCraft: true,
    outdates: (payload) => payload.outdated,
  },
);

/** Proofs that a repair asked for. */
export const proofsAsked = defineEvent("proofs_asked", v.object({ kinds: v.array(eventId), because: eventText }), {
  sentence: ({ kinds, because }) => `${kinds.length} proofs asked for by ${because}`,
});

/** How a proof is done on this very craft: worked out elsewhere, read where it is proved. */
export const proofGuided = defineEvent(
  "proof_guided",
  v.object({ proof: eventId, title: eventText, lines: v.array(eventText) }),
  { sentence: ({ title, lines }) => `${title}: ${lines.join(" ")}` },
);

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
  gateOpened,
  causeNamed,
  causeTakenBack,
  partReplaced,
  settingChanged,
  proofsAsked,
  proofGuided,
  proofDecided,
  proofReopened,
  calculationKept,
  pictureKept,
  pictureLeftOut,
];
