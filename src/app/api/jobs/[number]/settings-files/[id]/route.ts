import { readSettingsFile } from "@/features/wiring/settings/settingsFileVerbs";
import { numberInPath } from "@/server/verbs/numberInPath";
import { requestContext } from "@/server/verbs/currentPerson";
import { routeFailure } from "@/server/verbs/routeFailure";

/** A settings file as it came. */
export async function GET(_: Request, { params }: { params: Promise<{ number: string; id: string }> }) {
  try {
    const { number, id } = await params;
    const { name, bytes } = await readSettingsFile(
      await requestContext(),
      numberInPath(number, `Job ${number}`),
      numberInPath(id, "That file"),
    );
    return new Response(new Uint8Array(bytes), {
      headers: {
        "Content-Type": "application/octet-stream",
        "Content-Disposition": `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
        "Cache-Control": "no-store",
      },
    });
  } catch (error) {
    return routeFailure(error);
  }
}
