import "server-only";
import { mayRelease } from "@/core/prove/orderProofs";
import { getJobPage } from "@/features/job/getJobPage";
import { listFittedParts } from "@/features/craft/fittedPartRepository";
import { lacking, positionsOf } from "@/features/craft/positionsOf";
import { findClosedCase } from "@/features/faultLibrary/closedCaseRepository";
import { getPicture, listPictures } from "@/features/job/pictures/reportPictureRepository";
import { getWorkshop } from "@/features/faultLibrary/workshopRepository";
import { hasRole } from "@/server/person";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type HandbackBayProps } from "./HandbackBay";
import { type Report, reportOf } from "./report";
import { type PdfPicture } from "./reportPdf";

/** A job's report. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getReport(context: VerbContext, jobId: number): Promise<Report> {
  return reportOf(await getJobPage(context, jobId), (await getWorkshop(context.pool)).content);
}

/** The pictures of a job's report, with their bytes. @throws {AppError} `forbidden` */
export async function getReportPictures(context: VerbContext, jobId: number): Promise<PdfPicture[]> {
  requireRole(context, "viewer");
  const pictures = await listPictures(context.pool, jobId);
  return Promise.all(
    pictures.map(async ({ id, caption }) => ({ caption, png: await getPicture(context.pool, jobId, id) })),
  );
}

/** A job at Hand back. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getHandbackBay(context: VerbContext, jobId: number): Promise<HandbackBayProps> {
  const facts = await getJobPage(context, jobId);
  const { job, craft, proofs } = facts;
  const [closedCase, parts, pictures] = await Promise.all([
    findClosedCase(context.pool, jobId),
    listFittedParts(context.pool, craft.id),
    listPictures(context.pool, jobId),
  ]);
  const lacks = job.closedAt ? [] : lacking(positionsOf(parts));
  return {
    target: { jobId: job.id, version: job.version },
    report: reportOf(facts, (await getWorkshop(context.pool)).content),
    pictures,
    owner: craft.owner,
    craftId: craft.id,
    isClosed: job.closedAt !== null,
    isReleasable: mayRelease(proofs) && lacks.length === 0,
    lacks,
    proofCount: proofs.length,
    openProofs: proofs.filter(({ state }) => state === "open" || state === "failed").length,
    mayEdit: hasRole(context.person, "technician") && !job.closedAt,
    // Where something was done to it and stands unproven, a lead decides.
    mayLetGo: hasRole(context.person, proofs.length > 0 ? "lead" : "technician"),
    closedCase: closedCase && { counts: closedCase.counts, decidedBy: closedCase.decidedBy, reason: closedCase.reason },
    mayDecideCase: hasRole(context.person, "lead"),
  };
}
