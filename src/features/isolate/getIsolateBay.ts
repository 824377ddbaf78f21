import "server-only";
import { judgeExperiments } from "@/core/diagnosis/checks/judgeExperiments";
import { getJobPage } from "@/features/job/getJobPage";
import { diagnoseJob } from "@/features/job/headline/diagnoseJob";
import { jobNumber } from "@/features/job/job";
import { choicesOf } from "@/features/faultLibrary/complaintsOf";
import { getKnowledge } from "@/features/faultLibrary/getKnowledge";
import { hasRole } from "@/server/person";
import { type VerbContext } from "@/server/verbs/verbContext";
import { placesByWhere } from "@/core/craft/spots";
import { findProofKind } from "@/core/prove/proofKinds";
import { listFittedParts } from "@/features/craft/fittedPartRepository";
import { causeNames, causesOf } from "@/features/job/causes/causesOf";
import { type JobEvent, withPlace } from "@/features/job/events/eventKind";
import { bayEntered, proofDecided, proofReopened } from "@/features/job/events/jobEvents";
import { experimentStep } from "./isolate.manifest";
import { type IsolateBayProps } from "./IsolateBay";
import { isolateView } from "./isolateView";

/** A job in Isolate. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getIsolateBay(context: VerbContext, jobId: number): Promise<IsolateBayProps> {
  const facts = await getJobPage(context, jobId);
  const { job, craft, events, findings } = facts;
  const knowledge = await getKnowledge(context.pool, craft);
  const fitted = (await listFittedParts(context.pool, craft.id)).filter(({ removedAt }) => removedAt === null);
  const places = placesByWhere(craft, fitted);
  const steps = experimentStep.in(events).map(({ payload }) => payload);
  return {
    target: { jobId: job.id, version: job.version },
    number: jobNumber(job.id),
    craftKind: craft.kind,
    view: isolateView(await diagnoseJob(context.pool, facts, knowledge), findings, knowledge, places, craft),
    places,
    causes: causesOf(facts).map((cause) => ({
      seq: cause.seq,
      names: causeNames(cause),
      outcome: cause.outcome.kind,
    })),
    failed: lastFailure(events),
    symptoms: choicesOf(knowledge.library).filter(({ craftKinds }) => craftKinds.includes(craft.kind)),
    experiments: { steps, judged: judgeExperiments(steps) },
    mayEdit: hasRole(context.person, "technician") && !job.closedAt,
    isClosed: job.closedAt !== null,
    isHere: job.bay === "isolate",
  };
}

/** The proof whose failure brought the job back here; null when none did, or when it was taken back. */
function lastFailure(events: readonly JobEvent[]): IsolateBayProps["failed"] {
  const failed = proofDecided.in(events).findLast(({ payload }) => payload.state === "failed");
  if (!failed) return null;
  const { kind, note, place } = failed.payload;
  const isBack = proofReopened.in(events).some(({ seq, payload }) => seq > failed.seq && payload.kind === kind);
  const wentOn = bayEntered.in(events).some(({ seq, payload }) => seq > failed.seq && payload.from === "isolate");
  return isBack || wentOn ? null : { title: withPlace(findProofKind(kind)?.title ?? kind, place), note };
}
