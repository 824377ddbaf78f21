import * as v from "valibot";
import { mayRelease } from "@/core/prove/orderProofs";
import { type BayManifest, type Headline, type JobFacts, type ReportSection } from "@/features/job/bays/bayManifest";
import { defineEvent, eventText, withReason } from "@/features/job/events/eventKind";

/** The craft went back to its owner, and the job closed; `unrepaired` says why where it goes back as it is, with nothing proven. Absent in old events. */
export const handedBack = defineEvent(
  "handed_back",
  v.object({ to: eventText, note: eventText, unrepaired: v.optional(eventText) }),
  {
    sentence: ({ to, note, unrepaired }) =>
      unrepaired ? `handed back UNREPAIRED to ${to}: ${unrepaired}` : `handed back to ${to}${withReason(note)}`,
  },
);

/** Why a job's craft went back unrepaired; null where it did not. */
export function unrepairedOf(events: JobFacts["events"]): string | null {
  return handedBack.last(events)?.payload.unrepaired || null;
}

/** Hand back, and remember. */
export const handbackBay: BayManifest = {
  id: "handback",
  name: "Hand back",
  keys: [],
  events: [handedBack],
  headline: handbackHeadline,
  report: ({ events, proofs }) => [
    ...unrepairedSection({ events, proofs }),
    { title: "Who", lines: [[...new Set(events.map(({ personName }) => personName))].join(", ")] },
  ],
  closedBecause: ({ proofs }) =>
    mayRelease(proofs)
      ? null
      : "Hand back opens when every proof is met or waived. A craft that goes back as it is leaves by this page too.",
};

/** What the owner must read first where nothing was proven. */
function unrepairedSection({ events, proofs }: Pick<JobFacts, "events" | "proofs">): ReportSection[] {
  const why = unrepairedOf(events);
  if (why === null) return [];
  const open = proofs.filter(({ state }) => state === "open" || state === "failed").length;
  return [
    {
      title: "Unrepaired",
      lines: [
        `It goes back as it is: ${why}`,
        `What was complained of stands${open > 0 ? `, and ${open === 1 ? "1 proof is" : `${open} proofs are`} not met` : ""}. It is not to be powered or flown before it is repaired and proven.`,
      ],
    },
  ];
}

function handbackHeadline({ job, events, proofs }: JobFacts): Headline {
  if (!job.closedAt)
    return {
      headline: "Ready to hand back",
      detail: "every proof met or waived",
      nextStep: "Hand it back",
      nextWorth: "print the report and close the job",
    };
  const why = unrepairedOf(events);
  if (why !== null)
    return {
      headline: `Went back unrepaired to ${handedBack.last(events)!.payload.to}`,
      detail: why,
      nextStep: "",
      nextWorth: "",
    };
  const waived = proofs.filter(({ state }) => state === "waived").length;
  return {
    headline: `Handed back to ${handedBack.last(events)?.payload.to ?? "its owner"}`,
    detail: `${proofs.length - waived} of ${proofs.length} proofs met${waived > 0 ? `, ${waived} waived` : ""}`,
    nextStep: "",
    nextWorth: "",
  };
}
