import "server-only";
import { judgeExperiments } from "@/core/diagnosis/checks/judgeExperiments";
import { getJobPage } from "@/features/job/getJobPage";
import { diagnoseJob } from "@/features/job/headline/diagnoseJob";
import { jobNumber } from "@/features/job/job";
import { choicesOf } from "@/features/faultLibrary/complaintsOf";
import { getKnowledge } from "@/features/faultLibrary/getKnowledge";
import { hasRole } from "@/server/person";
import { type VerbContext } from "@/server/verbs/verbContext";
import { experimentStep } from "./isolate.manifest";
import { type IsolateBayProps } from "./IsolateBay";
import { isolateView } from "./isolateView";

/** A job in Isolate. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getIsolateBay(context: VerbContext, jobId: number): Promise<IsolateBayProps> {
  const facts = await getJobPage(context, jobId);
  const { job, craft, events, findings } = facts;
  const knowledge = await getKnowledge(context.pool, craft);
  const steps = experimentStep.in(events).map(({ payload }) => payload);
  return {
    target: { jobId: job.id, version: job.version },
    number: jobNumber(job.id),
    craftKind: craft.kind,
    view: isolateView(await diagnoseJob(context.pool, facts, knowledge), findings, knowledge),
    symptoms: choicesOf(knowledge.library).filter(({ craftKinds }) => craftKinds.includes(craft.kind)),
    experiments: { steps, judged: judgeExperiments(steps) },
    mayEdit: hasRole(context.person, "technician") && !job.closedAt,
    isClosed: job.closedAt !== null,
    isHere: job.bay === "isolate",
  };
}
