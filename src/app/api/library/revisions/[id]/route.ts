import { getRevisionDiff } from "@/features/library/getLibraryPage";
import { requestContext } from "@/server/verbs/currentPerson";
import { routeFailure } from "@/server/verbs/routeFailure";
import { NotFoundError } from "@/server/errors";

/** What a revision of the library changed. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  try {
    const context = await requestContext();
    const { id } = await params;
    if (!/^\d{1,9}$/.test(id)) throw new NotFoundError(`Library revision ${id}`);
    return Response.json(await getRevisionDiff(context, Number(id)), { headers: { "Cache-Control": "no-store" } });
  } catch (error) {
    return routeFailure(error);
  }
}
