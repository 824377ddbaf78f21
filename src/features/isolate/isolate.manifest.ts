import * as v from "valibot";
import { findingText } from "@/core/diagnosis/findings/findingText";
import { type BayManifest, type JobFacts, type ReportSection } from "@/features/job/bays/bayManifest";
import { defineEvent, eventId, eventText as text, type PayloadOf, withReason } from "@/features/job/events/eventKind";
import { eventText } from "@/features/job/events/eventText";
import { isOpenAnswer } from "@/features/job/events/findings";
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
  }),
  {
    sentence: ({ note, ...finding }, { library }) => {
      const { title, detail } = findingText(library, { ...finding, kind: "check" });
      return `${detail}: ${title}${withReason(note)}`;
    },
    findings: ({ checkId, outcomeId, note, minutes, value, doubtful }) => [
      {
        finding: { kind: "check", checkId, outcomeId, ...(doubtful && { doubtful }) },
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
  }),
  {
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
  headline: async ({ findings }, diagnose) => isolateHeadline(await diagnose(), findings),
  report: (facts) => [causeSection(facts), evidenceSection(facts)],
};

function causeSection({ events }: JobFacts): ReportSection {
  const cause = causeNamed.last(events);
  return { title: "Cause", lines: cause ? [causeTexts(cause.payload).join(" and ")] : ["No cause was named."] };
}

function causeTexts({ faults, other }: PayloadOf<typeof causeNamed>): string[] {
  const known = faults.map(({ name, probability }) => `${name} (${formatPercent(probability)} when named)`);
  return other ? [...known, `${other} (not in the library)`] : known;
}

const MOST_EVIDENCE = 8;

/** What was found and not taken back; what could not be answered proves nothing and is left out. */
function evidenceSection({ events, findings, library }: JobFacts): ReportSection {
  const proves = new Set(
    findings.filter(({ state, finding }) => state !== "taken back" && !isOpenAnswer(finding)).map(({ seq }) => seq),
  );
  return {
    title: "Proven by",
    lines: events
      .filter(({ seq }) => proves.has(seq))
      .slice(-MOST_EVIDENCE)
      .map((event) => eventText(event, library)),
    none: "No check was answered.",
    isList: true,
  };
}
