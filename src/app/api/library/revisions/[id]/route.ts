import { getRevisionDiff } from "@/features/library/getLibraryPage";
import { numberInPath } from "@/server/verbs/numberInPath";
import { requestContext } from "@/server/verbs/currentPerson";
import { routeFailure } from "@/server/verbs/routeFailure";

/** What a revision of the library changed. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  try {
    const context = await requestContext();
    const { id } = await params;
    const revision = numberInPath(id, `Library revision ${id}`);
    return Response.json(await getRevisionDiff(context, revision), { headers: { "Cache-Control": "no-store" } });
  } catch (error) {
    return routeFailure(error);
  }
}
