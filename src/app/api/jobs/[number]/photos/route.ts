import { numberInPath } from "@/server/verbs/numberInPath";
import { requestContext } from "@/server/verbs/currentPerson";
import { routeFailure } from "@/server/verbs/routeFailure";
import { addPhoto } from "@/features/receive/addPhoto";
import { MAX_PHOTO_BYTES } from "@/features/job/photos/pictureType";
import { AppError } from "@/server/errors";
import { requireRoom } from "@/server/diskRoom";
import { requireRole } from "@/server/verbs/verbContext";

/** The form around the picture may add this much. */
const FORM_OVERHEAD_BYTES = 100_000;

/** Takes one photo as multipart form data. */
export async function POST(request: Request, { params }: { params: Promise<{ number: string }> }) {
  try {
    const context = await requestContext();
    requireRole(context, "technician"); // before any of it is read
    await requireRoom();
    const { number } = await params;
    const jobId = numberInPath(number, `Job ${number}`);
    // Refused by its announced length; the door counts the bytes of those that announce none.
    if (Number(request.headers.get("content-length") ?? 0) > MAX_PHOTO_BYTES + FORM_OVERHEAD_BYTES) {
      throw new AppError("too_large", "The photo is over 15 MB, which is the limit.");
    }
    const form = await request.formData().catch(() => null);
    const photo = form?.get("photo");
    if (!(photo instanceof File)) throw new AppError("invalid_input", "There is no photo in the request.");
    const bytes = Buffer.from(await photo.arrayBuffer());
    return Response.json(await addPhoto(context, { jobId, fileName: photo.name, bytes }), {
      status: 201,
    });
  } catch (error) {
    return routeFailure(error);
  }
}
