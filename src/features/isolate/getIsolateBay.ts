import "server-only";
import { shippedLibrary } from "@/core/isolate/library";
import { findingsOf } from "@/features/job/findings";
import { getJobPage } from "@/features/job/getJobPage";
import { isolationOf } from "@/features/job/isolationOf";
import { hasRole } from "@/features/people/person";
import { type VerbContext } from "@/features/people/verbContext";
import { type IsolateBayProps } from "./IsolateBay";
import { isolateView } from "./isolateView";

/** A job in Isolate. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getIsolateBay(context: VerbContext, jobId: number): Promise<IsolateBayProps> {
  const { job, craft, events } = await getJobPage(context, jobId);
  const findings = findingsOf(events);
  return {
    target: { jobId: job.id, version: job.version },
    view: isolateView(isolationOf(job, craft.kind, findings), findings),
    readings: shippedLibrary.readings.map(({ id, whenTrue, whenFalse, synonyms }) => ({
      id,
      whenTrue,
      whenFalse,
      words: [whenTrue, whenFalse, ...(synonyms ?? [])].join(" ").toLowerCase(),
    })),
    mayEdit: hasRole(context.person, "technician") && !job.closedAt,
    isHere: job.bay === "isolate",
  };
}
