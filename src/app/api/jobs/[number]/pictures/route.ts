import { keepPicture } from "@/features/job/pictures/pictureVerbs";
import { requireRoom } from "@/server/diskRoom";
import { AppError } from "@/server/errors";
import { numberInPath } from "@/server/verbs/numberInPath";
import { requestContext } from "@/server/verbs/currentPerson";
import { routeFailure } from "@/server/verbs/routeFailure";
import { requireRole } from "@/server/verbs/verbContext";

/** Takes one picture for the job's report as multipart form data: `picture`, a PNG, and `caption`. */
export async function POST(request: Request, { params }: { params: Promise<{ number: string }> }) {
  try {
    const context = await requestContext();
    requireRole(context, "technician"); // before any of it is read
    await requireRoom();
    const { number } = await params;
    const jobId = numberInPath(number, `Job ${number}`);
    const form = await request.formData().catch(() => null);
    const [picture, caption] = [form?.get("picture"), form?.get("caption")];
    if (!(picture instanceof File)) throw new AppError("invalid_input", "There is no picture in the request.");
    const png = Buffer.from(await picture.arrayBuffer());
    const given = { jobId, caption: typeof caption === "string" ? caption : "", png };
    return Response.json(await keepPicture(context, given), { status: 201 });
  } catch (error) {
    return routeFailure(error);
  }
}
