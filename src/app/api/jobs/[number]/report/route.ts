import { getReport, getReportPictures } from "@/features/handback/getHandbackBay";
import { reportPdf } from "@/features/handback/reportPdf";
import { requestContext } from "@/server/verbs/currentPerson";
import { routeFailure } from "@/server/verbs/routeFailure";
import { NotFoundError } from "@/server/errors";

/** A job's report as PDF. */
export async function GET(_: Request, { params }: { params: Promise<{ number: string }> }) {
  try {
    const context = await requestContext();
    const { number } = await params;
    if (!/^\d{1,9}$/.test(number)) throw new NotFoundError(`Job ${number}`);
    const [report, pictures] = await Promise.all([
      getReport(context, Number(number)),
      getReportPictures(context, Number(number)),
    ]);
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
