import { linesToApply } from "@/features/wiring/settings/settingsVerbs";
import { numberInPath } from "@/server/verbs/numberInPath";
import { requestContext } from "@/server/verbs/currentPerson";
import { routeFailure } from "@/server/verbs/routeFailure";

/** The lines of kept settings that go to the new board. */
export async function GET(_: Request, { params }: { params: Promise<{ number: string; id: string }> }) {
  try {
    const { number, id } = await params;
    return new Response(
      await linesToApply(await requestContext(), numberInPath(number, `Job ${number}`), numberInPath(id, "That file")),
      {
        headers: {
          "Content-Type": "text/plain; charset=utf-8",
          "Content-Disposition": `attachment; filename="settings-to-apply-${number}.txt"`,
          "Cache-Control": "no-store",
        },
      },
    );
  } catch (error) {
    return routeFailure(error);
  }
}
