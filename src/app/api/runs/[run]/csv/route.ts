import { readRunRequest } from "@/features/bench/runs/readRunRequest";
import { exportRun } from "@/features/bench/runs/runFileVerbs";
import { requestContext } from "@/server/verbs/currentPerson";
import { routeFailure } from "@/server/verbs/routeFailure";

/** A run as CSV. */
export async function GET(request: Request, { params }: { params: Promise<{ run: string }> }) {
  try {
    const context = await requestContext();
    const { runId, range } = readRunRequest((await params).run, request.url);
    return new Response(await exportRun(context, runId, range), {
      headers: {
        "Content-Type": "text/csv; charset=utf-8",
        "Content-Disposition": `attachment; filename="run-${runId}.csv"`,
        "Cache-Control": "no-store",
      },
    });
  } catch (error) {
    return routeFailure(error);
  }
}
