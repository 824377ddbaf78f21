import "server-only";
import { judgeExperiments } from "@/core/diagnosis/checks/judgeExperiments";
import { findingsOf } from "@/features/job/findings";
import { getJobPage } from "@/features/job/getJobPage";
import { diagnosisOf } from "@/features/job/diagnosisOf";
import { jobNumber } from "@/features/job/job";
import { choicesOf } from "@/features/faultLibrary/complaintsOf";
import { getKnowledge } from "@/features/faultLibrary/getKnowledge";
import { hasRole } from "@/server/person";
import { type VerbContext } from "@/server/verbs/verbContext";
import { type IsolateBayProps } from "./IsolateBay";
import { isolateView } from "./isolateView";

/** A job in Isolate. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getIsolateBay(context: VerbContext, jobId: number): Promise<IsolateBayProps> {
  const { job, craft, events } = await getJobPage(context, jobId);
  const knowledge = await getKnowledge(context.pool, craft);
  const findings = findingsOf(events);
  const steps = events.flatMap((event) => (event.kind === "experiment_step" ? [event.payload] : []));
  return {
    target: { jobId: job.id, version: job.version },
    number: jobNumber(job.id),
    craftKind: craft.kind,
    view: isolateView(diagnosisOf(job, craft.kind, findings, knowledge), findings, knowledge),
    symptoms: choicesOf(knowledge.library).filter(({ craftKinds }) => craftKinds.includes(craft.kind)),
    experiments: { steps, judged: judgeExperiments(steps) },
    mayEdit: hasRole(context.person, "technician") && !job.closedAt,
    isClosed: job.closedAt !== null,
    isHere: job.bay === "isolate",
  };
}
