import { exportStock } from "@/features/stock/stockVerbs";
import { requestContext } from "@/server/verbs/currentPerson";
import { routeFailure } from "@/server/verbs/routeFailure";

/** The shelves as a table, one line for each kind of part. */
export async function GET() {
  try {
    return new Response(await exportStock(await requestContext()), {
      headers: {
        "Content-Type": "text/csv; charset=utf-8",
        "Content-Disposition": "attachment; filename*=UTF-8''shelves.csv",
        "Cache-Control": "no-store",
      },
    });
  } catch (error) {
    return routeFailure(error);
  }
}
