import * as v from "valibot";
import { findProofKind } from "@/core/prove/proofKinds";
import { findingText } from "@/core/diagnosis/findings/findingText";
import { type BayManifest, type JobFacts, type ReportSection } from "@/features/job/bays/bayManifest";
import { type Cause, causesOf } from "@/features/job/causes/causesOf";
import {
  defineEvent,
  eventId,
  eventPlace,
  eventText as text,
  type JobEvent,
  withPlace,
  withReason,
} from "@/features/job/events/eventKind";
import { eventText } from "@/features/job/events/eventText";
import { isOpenAnswer, isOpenOutcome } from "@/features/job/events/findings";
import { causeNamed } from "@/features/job/events/jobEvents";
import { formatPercent } from "@/shared/format";
import { isolateHeadline } from "./isolateHeadline";

/** A check was answered. */
export const checkAnswered = defineEvent(
  "check_answered",
  v.object({
    checkId: eventId,
    outcomeId: eventId,
    minutes: v.nullable(v.number()),
    note: text,
    /** The measured value the outcome was read from. */
    value: v.optional(v.nullable(v.number()), null),
    doubtful: v.optional(v.boolean(), false),
    place: eventPlace,
  }),
  {
    sentence: ({ note, ...finding }, { library }) => {
      const { title, detail } = findingText(library, { ...finding, kind: "check" });
      return `${detail}: ${title}${withReason(note)}`;
    },
    findings: ({ checkId, outcomeId, note, minutes, value, doubtful, place }) => [
      {
        finding: { kind: "check", checkId, outcomeId, ...(doubtful && { doubtful }), ...(place && { place }) },
        note: [value === null ? "" : String(value), note].filter(Boolean).join("; "),
        minutes: minutes ?? 0,
      },
    ],
  },
);

/** One step of an experiment: what was changed or restored, and whether the fault showed. */
export const experimentStep = defineEvent(
  "experiment_step",
  v.object({
    changes: v.array(v.object({ name: text, to: v.picklist(["changed", "restored"]) })),
    faultShows: v.boolean(),
    note: text,
    /** The check that this step was, where one known-good part was tried and nothing else was touched. */
    stands: v.optional(v.nullable(v.object({ checkId: eventId, outcomeId: eventId })), null),
  }),
  {
    findings: ({ stands, note }) => (stands ? [{ finding: { kind: "check", ...stands }, note, minutes: 0 }] : []),
    sentence: ({ changes, faultShows, note }) =>
      `tried: ${changes.map(({ name, to }) => `${name} ${to}`).join(" and ")}, fault ${faultShows ? "still there" : "gone"}${withReason(note)}`,
  },
);

/** Isolate: find which part, before buying one. */
export const isolateBay: BayManifest = {
  id: "isolate",
  name: "Isolate",
  keys: [
    ["A S D F", "the outcomes of the check in hand"],
    ["T", "start or stop the clock of the check in hand"],
    ["Q", "not sure of the answer"],
    ["U", "unclear"],
    ["X", "could not do it"],
    ["N", "add a finding"],
    ["Z", "take the last finding back"],
  ],
  events: [checkAnswered, experimentStep],
  isWorkedIn: ({ events }) =>
    causeNamed.last(events) !== undefined ||
    checkAnswered.in(events).some(({ payload }) => !isOpenOutcome(payload.outcomeId)),
  headline: async ({ findings }, diagnose) => isolateHeadline(await diagnose(), findings),
  report: (facts) => [...causeSections(facts), ...alsoFoundSection(facts)],
};

/** A section for each cause: what it was and where, what spoke for it, what was done about it, what came of it. */
function causeSections(facts: JobFacts): ReportSection[] {
  const causes = causesOf(facts);
  if (causes.length === 0) return [{ title: "Cause", lines: ["No cause was named."] }];
  return causes.map((cause, index) => ({
    title: causes.length === 1 ? "Cause" : `Cause ${index + 1}`,
    lines: [
      causeText(cause),
      ...listed("Proven by", textsOf(cause.evidence.slice(-MOST_EVIDENCE), facts)),
      ...listed("Done", textsOf(cause.repairs, facts)),
      outcomeText(cause),
    ],
    isList: true,
  }));
}

function causeText({ faults, other, otherPlace, note }: Cause): string {
  const known = faults.map(
    ({ name, place, probability }) => `${withPlace(name, place)} (${formatPercent(probability)} when named)`,
  );
  const all = other ? [...known, `${withPlace(other, otherPlace)} (not in the library)`] : known;
  return `${all.join(" and ")}${withReason(note)}`;
}

/** What came of a cause, as the report and Refit say it. */
function outcomeText({ outcome }: Cause): string {
  switch (outcome.kind) {
    case "taken back":
      return `Taken back${withReason(outcome.reason)}`;
    case "not repaired":
      return "Not repaired";
    case "failed":
      return `Afterwards failed: ${withPlace(findProofKind(outcome.proofKind)?.title ?? outcome.proofKind, outcome.place)}${withReason(outcome.note)}`;
    case "being proven":
      return "Being proven";
    case "proofs met":
      return outcome.waived > 0 ? `No proof failed after it; ${outcome.waived} waived` : "No proof failed after it";
  }
}

const MOST_EVIDENCE = 8;

/** What was found and speaks for none of the causes, and what could not be done: neither proves anything of them. */
function alsoFoundSection(facts: JobFacts): ReportSection[] {
  const { events, findings } = facts;
  const claimed = new Set(causesOf(facts).flatMap(({ evidence }) => evidence.map(({ seq }) => seq)));
  const standing = findings.filter(({ state, seq }) => state !== "taken back" && !claimed.has(seq));
  const open = new Set(standing.filter(({ finding }) => isOpenAnswer(finding)).map(({ seq }) => seq));
  const other = new Set(standing.map(({ seq }) => seq).filter((seq) => !open.has(seq)));
  const textsIn = (seqs: ReadonlySet<number>) =>
    textsOf(events.filter(({ seq }) => seqs.has(seq)).slice(-MOST_EVIDENCE), facts);
  return [
    ...(other.size > 0 ? [{ title: "Also found", lines: textsIn(other), isList: true }] : []),
    ...(open.size > 0 ? [{ title: "Not settled", lines: textsIn(open), isList: true }] : []),
  ];
}

function textsOf(events: readonly JobEvent[], { library }: JobFacts): string[] {
  return events.map((event) => eventText(event, library));
}

function listed(title: string, texts: readonly string[]): string[] {
  return texts.length > 0 ? [`${title}: ${texts.join("; ")}`] : [];
}
