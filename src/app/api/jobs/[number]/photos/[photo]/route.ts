import { numberInPath } from "@/server/verbs/numberInPath";
import { requestContext } from "@/server/verbs/currentPerson";
import { routeFailure } from "@/server/verbs/routeFailure";
import { requireRole } from "@/server/verbs/verbContext";
import { getPhoto } from "@/features/job/photos/photoRepository";

/** Gives one photo. */
export async function GET(_: Request, { params }: { params: Promise<{ number: string; photo: string }> }) {
  try {
    const context = await requestContext();
    requireRole(context, "viewer");
    const { number, photo } = await params;
    const { mediaType, bytes } = await getPhoto(
      context.pool,
      numberInPath(number, "That photo"),
      numberInPath(photo, "That photo"),
    );
    return new Response(new Uint8Array(bytes), {
      headers: {
        "Content-Type": mediaType,
        "Cache-Control": "private, max-age=86400",
        "Content-Disposition": "inline",
      },
    });
  } catch (error) {
    return routeFailure(error);
  }
}
