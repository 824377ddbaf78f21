import * as v from "valibot";
import { type BayManifest, type Headline, type JobFacts } from "@/features/job/bays/bayManifest";
import { eventText } from "@/features/job/events/eventText";
import { causesOf, standingCauses, unrepairedCauses } from "@/features/job/causes/causesOf";
import { defineEvent, eventText as text } from "@/features/job/events/eventKind";
import { withPlace } from "@/features/job/events/eventKind";
import { partReplaced, settingChanged } from "@/features/job/events/jobEvents";

/** A part of this job's craft was taken for another craft: it lacks it until one is fitted. */
export const partLent = defineEvent(
  "part_lent",
  v.object({ position: text, name: text, serial: text, to: text, because: text }),
  {
    sentence: ({ position, name, serial, to, because }) =>
      `${position} was taken out for ${to}: ${name} (${serial || "no serial"}), ${because}`,
    changesCraft: true,
    outdates: () => [],
  },
);

/** The job put its name on parts of the shelves. */
export const partsReserved = defineEvent("parts_reserved", v.object({ name: text, pieces: v.number() }), {
  sentence: ({ name, pieces }) => (pieces === 0 ? `gave back ${name}` : `put its name on ${pieces} ${name}`),
});

/** Refit: replace parts without losing anything. What it writes, others read: those events are the job's. */
export const refitBay: BayManifest = {
  id: "refit",
  name: "Refit",
  keys: [],
  events: [partLent, partsReserved],
  isWorkedIn: ({ events }) => partReplaced.last(events) !== undefined || settingChanged.last(events) !== undefined,
  headline: refitHeadline,
  report: ({ events, library }) => [
    {
      title: "Parts and settings",
      lines: events
        .filter(({ kind }) => kind === partReplaced.kind || kind === settingChanged.kind)
        .map((event) => eventText(event, library)),
      none: "Nothing was replaced or set.",
      isList: true,
    },
  ],
};

function refitHeadline(facts: JobFacts): Headline {
  const { events } = facts;
  const causes = standingCauses(causesOf(facts));
  const cause = unrepairedCauses(causes).at(-1) ?? causes.at(-1);
  const swap = partReplaced.last(events);
  const repair =
    cause &&
    [...cause.faults.map(({ repair, place }) => withPlace(repair, place)), cause.other].filter(Boolean).join(", ");
  return {
    headline: repair ?? "No cause named yet",
    detail: swap ? `fitted: ${swap.payload.fitted.name}` : "nothing replaced yet",
    nextStep: swap ? "Go on to Prove" : (repair ?? "Replace the part"),
    nextWorth: swap ? "the swap has asked for its proofs" : "the old part leaves with its serial and reason",
  };
}
