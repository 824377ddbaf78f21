import { getReport, getReportPictures } from "@/features/handback/getHandbackBay";
import { reportPdf } from "@/features/handback/reportPdf";
import { numberInPath } from "@/server/verbs/numberInPath";
import { requestContext } from "@/server/verbs/currentPerson";
import { routeFailure } from "@/server/verbs/routeFailure";

/** A job's report as PDF. */
export async function GET(_: Request, { params }: { params: Promise<{ number: string }> }) {
  try {
    const context = await requestContext();
    const { number } = await params;
    const jobId = numberInPath(number, `Job ${number}`);
    const [report, pictures] = await Promise.all([getReport(context, jobId), getReportPictures(context, jobId)]);
    return new Response(new Uint8Array(await reportPdf(report, pictures)), {
      headers: {
        "Content-Type": "application/pdf",
        "Content-Disposition": `inline; filename="job-${report.number}.pdf"`,
        "Cache-Control": "no-store",
      },
    });
  } catch (error) {
    return routeFailure(error);
  }
}
