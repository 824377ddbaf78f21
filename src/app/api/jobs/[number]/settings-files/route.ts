import { keepSettingsFile } from "@/features/wiring/settings/settingsFileVerbs";
import { requireRoom } from "@/server/diskRoom";
import { numberInPath } from "@/server/verbs/numberInPath";
import { requestContext } from "@/server/verbs/currentPerson";
import { routeFailure } from "@/server/verbs/routeFailure";
import { requireRole } from "@/server/verbs/verbContext";

/** Takes a settings file as bytes; its name, and what it was read off, stand in the address. */
export async function POST(request: Request, { params }: { params: Promise<{ number: string }> }) {
  try {
    const context = await requestContext();
    requireRole(context, "technician"); // before any of it is read
    await requireRoom();
    const { number } = await params;
    const jobId = numberInPath(number, `Job ${number}`);
    const { searchParams } = new URL(request.url);
    const name = searchParams.get("name") ?? "";
    const target = searchParams.get("target") ?? "";
    const bytes = Buffer.from(await request.arrayBuffer());
    return Response.json(await keepSettingsFile(context, { jobId, name, target, bytes }), { status: 201 });
  } catch (error) {
    return routeFailure(error);
  }
}
