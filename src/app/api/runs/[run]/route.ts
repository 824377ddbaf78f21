import { getAssessedRun } from "@/features/bench/getBenchBay";
import { requestContext } from "@/features/people/currentPerson";
import { routeFailure } from "@/features/people/routeFailure";
import { NotFoundError } from "@/server/errors";

/** A run with its samples, figures and verdict. */
export async function GET(_: Request, { params }: { params: Promise<{ run: string }> }) {
  try {
    const context = await requestContext();
    const { run } = await params;
    if (!/^\d{1,9}$/.test(run)) throw new NotFoundError(`Bench run ${run}`);
    return Response.json(await getAssessedRun(context, Number(run)), { headers: { "Cache-Control": "no-store" } });
  } catch (error) {
    return routeFailure(error);
  }
}
