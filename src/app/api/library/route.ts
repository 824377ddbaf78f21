import { getLibrary } from "@/features/library/getLibraryPage";
import { requestContext } from "@/server/verbs/currentPerson";
import { routeFailure } from "@/server/verbs/routeFailure";

/** The library in use as a file, in the format of /api/library/schema. */
export async function GET() {
  try {
    const library = await getLibrary(await requestContext());
    return new Response(JSON.stringify(library, null, 2), {
      headers: {
        "Content-Type": "application/json",
        "Content-Disposition": `attachment; filename="fault-library-${library.version}.json"`,
        "Cache-Control": "no-store",
      },
    });
  } catch (error) {
    return routeFailure(error);
  }
}
