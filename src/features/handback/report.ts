import { type Library } from "@/core/diagnosis/library/library.types";
import { findProofKind } from "@/core/prove/proofKinds";
import { CRAFT_KINDS } from "@/core/craft/craftKinds";
import { type Craft } from "@/features/craft/craft";
import { eventText } from "@/features/job/eventText";
import { type Job, jobNumber } from "@/features/job/job";
import { type EventPayload, type JobEvent } from "@/features/job/jobEvent.schema";
import { type Proof } from "@/features/job/proofRepository";
import { formatChange, formatClock, formatDate, formatPercent, formatQuantity } from "@/shared/format";

/** What the report says, in words and figures, before it becomes a page. */
export interface Report {
  number: string;
  craft: string;
  complaint: string;
  received: string;
  handedBack: string;
  cause: string[];
  evidence: string[];
  changes: string[];
  figures: { step: string; measured: string; baseline: string; change: string }[];
  verdict: string;
  proofs: { title: string; state: string; who: string; note: string }[];
  flown: string;
  people: string;
}

const MAX_EVIDENCE = 8;

/** Gathers a job's report from its history and proofs. */
export function reportOf(
  job: Job,
  craft: Craft,
  events: readonly JobEvent[],
  proofs: readonly Proof[],
  library: Library,
): Report {
  const withdrawn = new Set(events.flatMap((event) => (event.kind === "finding_withdrawn" ? [event.payload.seq] : [])));
  const cause = events.findLast((event) => event.kind === "cause_named");
  const run = events.findLast((event) => event.kind === "run_kept");
  const handed = events.findLast((event) => event.kind === "handed_back");
  const sorties = events.flatMap((event) => (event.kind === "sortie_logged" ? [event.payload] : []));
  const evidence = events.filter(
    ({ kind, seq }) =>
      (kind === "check_answered" || kind === "finding_added" || kind === "evidence_given") && !withdrawn.has(seq),
  );
  const changes = events.filter(({ kind }) => kind === "part_replaced" || kind === "setting_changed");
  return {
    number: jobNumber(job.id),
    craft: `${craft.name}, ${CRAFT_KINDS[craft.kind].name.toLowerCase()} ${craft.frameClass}, tail number ${craft.tailNumber}, ${craft.massG} g`,
    complaint: job.complaint,
    received: formatDate(job.receivedAt),
    handedBack: job.closedAt ? `${formatDate(job.closedAt)} to ${handed?.payload.to ?? ""}` : "not yet",
    cause: cause ? causeTexts(cause.payload) : ["No cause was named."],
    evidence: evidence.slice(-MAX_EVIDENCE).map((event) => eventText(event, library)),
    changes: changes.map((event) => eventText(event, library)),
    figures:
      run?.payload.steps.map(({ name, measured, baseline, change }) => ({
        step: name,
        measured: drawText(measured),
        baseline: baseline ? drawText(baseline) : "–",
        change: change === null ? "–" : formatChange(change),
      })) ?? [],
    verdict: run ? `${run.payload.word}. ${run.payload.reasons.join(" ")}` : "No bench run was kept.",
    proofs: proofs.map(({ kind, state, decidedBy, note }) => ({
      title: findProofKind(kind)?.title ?? kind,
      state,
      who: decidedBy ?? "",
      note,
    })),
    flown: flownText(sorties),
    people: [...new Set(events.map(({ personName }) => personName))].join(", "),
  };
}

function causeTexts({ faults, other }: EventPayload<"cause_named">): string[] {
  const known = faults.map(({ name, probability }) => `${name} (${formatPercent(probability)} when named)`);
  return other ? [...known, `${other} (not in the library)`] : known;
}

function drawText({ voltageV, currentA, powerW }: { voltageV: number; currentA: number; powerW: number }): string {
  return [formatQuantity(voltageV, "V", 2), formatQuantity(currentA, "A", 1), formatQuantity(powerW, "W", 0)].join(
    ", ",
  );
}

function flownText(sorties: readonly { seconds: number; failures: number }[]): string {
  if (sorties.length === 0) return "No sortie was logged.";
  const seconds = sorties.reduce((sum, sortie) => sum + sortie.seconds, 0);
  const failures = sorties.reduce((sum, sortie) => sum + sortie.failures, 0);
  const count = sorties.length === 1 ? "1 sortie" : `${sorties.length} sorties`;
  return `${count}, ${formatClock(seconds)} in all, ${failures === 1 ? "1 failure" : `${failures} failures`}.`;
}
