import "server-only";
import { listFittedParts } from "@/features/craft/fittedPartRepository";
import { getJobPage } from "@/features/job/getJobPage";
import { hasRole } from "@/features/people/person";
import { requireRole, type VerbContext } from "@/features/people/verbContext";
import { environment } from "@/server/env";
import { formatDateTime } from "@/shared/format";
import { type AssessedRun, assessRun } from "./assessRun";
import { type BenchBayProps } from "./BenchBay";
import { CUT_WORDS } from "./benchRun";
import { listRunsOfJob } from "./benchRunRepository";
import { linePartsOf, suggestedLimits } from "./lineParts";

/** A run worked out and judged. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getAssessedRun(context: VerbContext, runId: number): Promise<AssessedRun> {
  requireRole(context, "viewer");
  return assessRun(context.pool, runId);
}

/** A job on the bench. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getBenchBay(context: VerbContext, jobId: number): Promise<BenchBayProps> {
  const { job, craft, events } = await getJobPage(context, jobId);
  const [runs, parts] = await Promise.all([
    listRunsOfJob(context.pool, jobId),
    listFittedParts(context.pool, craft.id),
  ]);
  const lineParts = linePartsOf(craft, parts);
  const kept = new Set(events.flatMap((event) => (event.kind === "run_kept" ? [event.payload.runId] : [])));
  return {
    target: { jobId: job.id, version: job.version },
    limits: suggestedLimits(craft, lineParts),
    lineParts,
    hasBaseline: craft.baselineRunId !== null,
    runs: runs.map(({ id, createdAt, cutCause, cutDetail, personName, state }) => ({
      id,
      at: formatDateTime(createdAt),
      words: cutCause ? CUT_WORDS[cutCause] : state,
      detail: cutDetail,
      by: personName,
      isKept: kept.has(id),
      isBaseline: craft.baselineRunId === id,
    })),
    isDemo: environment().PITSTOPA_DEMO !== "",
    mayEdit: hasRole(context.person, "technician") && !job.closedAt,
    isHere: job.bay === "bench",
  };
}
