import { exportBoard } from "@/features/boards/boardVerbs";
import { requestContext } from "@/server/verbs/currentPerson";
import { routeFailure } from "@/server/verbs/routeFailure";

/** The newest version of a board as a file, in the format of docs/wiring-case.schema.json under `board`. */
export async function GET(_: Request, { params }: { params: Promise<{ name: string }> }) {
  try {
    const board = await exportBoard(await requestContext(), decodeURIComponent((await params).name));
    return new Response(JSON.stringify(board, null, 2), {
      headers: {
        "Content-Type": "application/json",
        "Content-Disposition": `attachment; filename*=UTF-8''${encodeURIComponent(`${board.name}.json`)}`,
        "Cache-Control": "no-store",
      },
    });
  } catch (error) {
    return routeFailure(error);
  }
}
