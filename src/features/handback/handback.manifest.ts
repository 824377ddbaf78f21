import * as v from "valibot";
import { mayRelease } from "@/core/prove/orderProofs";
import { type BayManifest, type Headline, type JobFacts } from "@/features/job/bays/bayManifest";
import { defineEvent, eventText, withReason } from "@/features/job/events/eventKind";

/** The craft went back to its owner, and the job closed. */
export const handedBack = defineEvent("handed_back", v.object({ to: eventText, note: eventText }), {
  sentence: ({ to, note }) => `handed back to ${to}${withReason(note)}`,
});

/** Hand back, and remember. */
export const handbackBay: BayManifest = {
  id: "handback",
  name: "Hand back",
  keys: [],
  events: [handedBack],
  headline: handbackHeadline,
  report: ({ events }) => [
    { title: "Who", lines: [[...new Set(events.map(({ personName }) => personName))].join(", ")] },
  ],
  closedBecause: ({ proofs }) => (mayRelease(proofs) ? null : "Hand back opens when every proof is met or waived."),
};

function handbackHeadline({ job, events, proofs }: JobFacts): Headline {
  if (!job.closedAt)
    return {
      headline: "Ready to hand back",
      detail: "every proof met or waived",
      nextStep: "Hand it back",
      nextWorth: "print the report and close the job",
    };
  const waived = proofs.filter(({ state }) => state === "waived").length;
  return {
    headline: `Handed back to ${handedBack.last(events)?.payload.to ?? "its owner"}`,
    detail: `${proofs.length - waived} of ${proofs.length} proofs met${waived > 0 ? `, ${waived} waived` : ""}`,
    nextStep: "",
    nextWorth: "",
  };
}
