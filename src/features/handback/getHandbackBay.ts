import "server-only";
import { mayRelease } from "@/core/prove/orderProofs";
import { getJobPage } from "@/features/job/getJobPage";
import { listProofs } from "@/features/job/proofRepository";
import { findClosedCase } from "@/features/faultLibrary/closedCaseRepository";
import { hasRole } from "@/server/person";
import { type VerbContext } from "@/server/verbs/verbContext";
import { type HandbackBayProps } from "./HandbackBay";
import { type Report, reportOf } from "./report";

/** A job's report. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getReport(context: VerbContext, jobId: number): Promise<Report> {
  const { job, craft, events, library } = await getJobPage(context, jobId);
  return reportOf(job, craft, events, await listProofs(context.pool, jobId), library);
}

/** A job at Hand back. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getHandbackBay(context: VerbContext, jobId: number): Promise<HandbackBayProps> {
  const { job, craft, events, library } = await getJobPage(context, jobId);
  const proofs = await listProofs(context.pool, jobId);
  const closedCase = await findClosedCase(context.pool, jobId);
  return {
    target: { jobId: job.id, version: job.version },
    report: reportOf(job, craft, events, proofs, library),
    owner: craft.owner,
    craftId: craft.id,
    isClosed: job.closedAt !== null,
    isReleasable: mayRelease(proofs),
    openProofs: proofs.filter(({ state }) => state === "open" || state === "failed").length,
    mayEdit: hasRole(context.person, "technician") && !job.closedAt,
    closedCase: closedCase && { counts: closedCase.counts, decidedBy: closedCase.decidedBy, reason: closedCase.reason },
    mayDecideCase: hasRole(context.person, "lead"),
  };
}
