import { requestContext } from "@/server/verbs/currentPerson";
import { routeFailure } from "@/server/verbs/routeFailure";
import { requireRole } from "@/server/verbs/verbContext";
import { getPhoto } from "@/features/job/photos/photoRepository";
import { NotFoundError } from "@/server/errors";

/** Gives one photo. */
export async function GET(_: Request, { params }: { params: Promise<{ number: string; photo: string }> }) {
  try {
    const context = await requestContext();
    requireRole(context, "viewer");
    const { number, photo } = await params;
    if (!/^\d{1,9}$/.test(number) || !/^\d{1,9}$/.test(photo)) throw new NotFoundError("That photo");
    const { mediaType, bytes } = await getPhoto(context.pool, Number(number), Number(photo));
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
