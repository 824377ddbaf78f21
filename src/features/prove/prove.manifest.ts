import * as v from "valibot";
import { mayRelease } from "@/core/prove/orderProofs";
import { findProofKind } from "@/core/prove/proofKinds";
import { type BayManifest, type Headline, type JobFacts, type ReportSection } from "@/features/job/bays/bayManifest";
import { defineEvent, eventText, withReason } from "@/features/job/events/eventKind";
import { formatClock } from "@/shared/format";

/** A flight after the repair. */
export const sortieLogged = defineEvent(
  "sortie_logged",
  v.object({ seconds: v.number(), failures: v.number(), note: eventText }),
  {
    sentence: ({ seconds, failures, note }) => {
      const failed = failures === 0 ? "clean" : failures === 1 ? "1 failure" : `${failures} failures`;
      return `flew ${formatClock(seconds)}, ${failed}${withReason(note)}`;
    },
  },
);

/** Prove: earn the release. */
export const proveBay: BayManifest = {
  id: "prove",
  name: "Prove",
  keys: [["M", "the proof in hand is met"]],
  events: [sortieLogged],
  isWorkedIn: ({ proofs }) => mayRelease(proofs),
  headline: proveHeadline,
  report: (facts) => [flownSection(facts), proofsSection(facts)],
};

function proveHeadline({ proofs }: JobFacts): Headline {
  const met = proofs.filter(({ state }) => state === "met").length;
  const waived = proofs.filter(({ state }) => state === "waived").length;
  const next = proofs.find(({ state }) => state === "open" || state === "failed");
  const title = next ? (findProofKind(next.kind)?.title ?? next.kind) : "";
  return {
    headline: `${met} of ${proofs.length} proofs met${waived > 0 ? `, ${waived} waived` : ""}`,
    detail: next ? `next: ${title}` : "all done: hand it back",
    nextStep: next ? title : "Hand it back",
    nextWorth: next ? `asked for by ${next.askedBy}` : "every proof is met or waived",
  };
}

function flownSection({ events }: JobFacts): ReportSection {
  const sorties = sortieLogged.in(events).map(({ payload }) => payload);
  if (sorties.length === 0) return { title: "Flown", lines: ["No sortie was logged."] };
  const seconds = sorties.reduce((sum, sortie) => sum + sortie.seconds, 0);
  const failures = sorties.reduce((sum, sortie) => sum + sortie.failures, 0);
  const count = sorties.length === 1 ? "1 sortie" : `${sorties.length} sorties`;
  const failed = failures === 1 ? "1 failure" : `${failures} failures`;
  return { title: "Flown", lines: [`${count}, ${formatClock(seconds)} in all, ${failed}.`] };
}

function proofsSection({ proofs }: JobFacts): ReportSection {
  return {
    title: "Proofs",
    lines: proofs.length === 0 ? ["None was asked for."] : [],
    ...(proofs.length > 0 && {
      table: {
        head: ["", "", "", ""],
        rows: proofs.map(({ kind, state, decidedBy, metBy, note }) => [
          findProofKind(kind)?.title ?? kind,
          state,
          decidedBy ?? "",
          [metBy, note].filter(Boolean).join("; "),
        ]),
      },
    }),
  };
}
