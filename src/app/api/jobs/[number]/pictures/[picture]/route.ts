import { getPicture } from "@/features/job/pictures/reportPictureRepository";
import { numberInPath } from "@/server/verbs/numberInPath";
import { requestContext } from "@/server/verbs/currentPerson";
import { routeFailure } from "@/server/verbs/routeFailure";
import { requireRole } from "@/server/verbs/verbContext";

/** Gives one picture of the report. */
export async function GET(_: Request, { params }: { params: Promise<{ number: string; picture: string }> }) {
  try {
    const context = await requestContext();
    requireRole(context, "viewer");
    const { number, picture } = await params;
    const png = await getPicture(
      context.pool,
      numberInPath(number, "That picture"),
      numberInPath(picture, "That picture"),
    );
    return new Response(new Uint8Array(png), {
      headers: {
        "Content-Type": "image/png",
        "Cache-Control": "private, max-age=86400",
        "Content-Disposition": "inline",
      },
    });
  } catch (error) {
    return routeFailure(error);
  }
}
