import { getAssessedRun } from "@/features/bench/getBenchBay";
import { readRunRequest } from "@/features/bench/runs/readRunRequest";
import { requestContext } from "@/server/verbs/currentPerson";
import { routeFailure } from "@/server/verbs/routeFailure";

/** A run reduced to what is drawn, with its figures and verdict; `from` and `to` in seconds cut it to a stretch. */
export async function GET(request: Request, { params }: { params: Promise<{ run: string }> }) {
  try {
    const context = await requestContext();
    const { runId, range } = readRunRequest((await params).run, request.url);
    return Response.json(await getAssessedRun(context, runId, range), { headers: { "Cache-Control": "no-store" } });
  } catch (error) {
    return routeFailure(error);
  }
}
