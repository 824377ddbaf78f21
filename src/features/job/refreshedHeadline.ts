import "server-only";
import { findProofKind } from "@/core/prove/proofKinds";
import { getCraft } from "@/features/craft/craftRepository";
import { getKnowledge } from "@/features/faultLibrary/getKnowledge";
import { type Db } from "@/server/db";
import { findingsOf } from "./findings";
import { type Headline, diagnosisHeadline, diagnosisOf } from "./diagnosisOf";
import { type Job } from "./job";
import { type JobEvent, type NewJobEvent } from "./jobEvent.schema";
import { listEvents } from "./jobEventRepository";
import { listProofs } from "./proofRepository";

/**
 * What the ticket shall say of a job after a change, from its bay: computed once here, so that the board computes nothing.
 *
 * @param job - As it will be.
 * @param added - Events about to be appended, which the database does not have yet.
 */
export async function refreshedHeadline(db: Db, job: Job, added: readonly NewJobEvent[]): Promise<Headline> {
  const stored = await listEvents(db, job.id);
  const fresh = added.map((event, index) => ({
    ...event,
    seq: stored.length + index + 1,
    at: job.receivedAt,
    personName: "",
    jobVersion: job.version + 1,
  }));
  const events: JobEvent[] = [...stored, ...fresh];
  switch (job.bay) {
    case "receive":
      return {
        headline: "To be made safe",
        detail: "battery out, props off",
        nextStep: "Make it safe and complete the intake",
        nextWorth: "battery out first, then the props",
      };
    case "isolate": {
      const craft = await getCraft(db, job.craftId);
      const findings = findingsOf(events);
      return diagnosisHeadline(diagnosisOf(job, craft.kind, findings, await getKnowledge(db, craft)), findings);
    }
    case "bench": {
      const run = events.findLast((event) => event.kind === "run_kept");
      return {
        headline: run ? `Power draw: ${run.payload.word}` : "To be measured",
        detail: run?.payload.reasons[0] ?? "no bench run kept yet",
        nextStep: run ? "Go on to Refit" : "Run the power-draw sweep",
        nextWorth: run ? "the run is kept as evidence" : "against its baseline and the weakest part in line",
      };
    }
    case "refit": {
      const cause = events.findLast((event) => event.kind === "cause_named");
      const swap = events.findLast((event) => event.kind === "part_replaced");
      const named =
        cause && [...cause.payload.faults.map((fault) => fault.repair), cause.payload.other].filter(Boolean);
      const repair = named?.join(", ");
      return {
        headline: repair ?? "No cause named yet",
        detail: swap ? `fitted: ${swap.payload.fitted.name}` : "nothing replaced yet",
        nextStep: swap ? "Go on to Prove" : (repair ?? "Replace the part"),
        nextWorth: swap ? "the swap has asked for its proofs" : "the old part leaves with its serial and reason",
      };
    }
    case "prove": {
      const proofs = await listProofs(db, job.id);
      const done = proofs.filter(({ state }) => state === "met" || state === "waived").length;
      const next = proofs.find(({ state }) => state === "open" || state === "failed");
      const title = next ? (findProofKind(next.kind)?.title ?? next.kind) : "";
      return {
        headline: `${done} of ${proofs.length} proofs met`,
        detail: next ? `next: ${title}` : "all done: hand it back",
        nextStep: next ? title : "Hand it back",
        nextWorth: next ? `asked for by ${next.askedBy}` : "every proof is met or waived",
      };
    }
    case "handback":
      return {
        headline: "Ready to hand back",
        detail: "every proof met or waived",
        nextStep: "Hand it back",
        nextWorth: "print the report and close the job",
      };
  }
}
