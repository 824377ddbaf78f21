import { libraryJsonSchema } from "@/features/faultLibrary/libraryJsonSchema";
import { requestContext } from "@/server/verbs/currentPerson";
import { routeFailure } from "@/server/verbs/routeFailure";

/** The format of a library file, as JSON Schema. */
export async function GET() {
  try {
    await requestContext();
    return Response.json(libraryJsonSchema());
  } catch (error) {
    return routeFailure(error);
  }
}
