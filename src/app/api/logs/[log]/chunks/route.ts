import { readChunk, takeChunk } from "@/features/flightlog/logVerbs";
import { requireRoom } from "@/server/diskRoom";
import { numberInPath } from "@/server/verbs/numberInPath";
import { requestContext } from "@/server/verbs/currentPerson";
import { routeFailure } from "@/server/verbs/routeFailure";
import { requireRole } from "@/server/verbs/verbContext";

interface Params {
  params: Promise<{ log: string }>;
}

/** Takes a stretch of a channel as bytes. */
export async function PUT(request: Request, { params }: Params) {
  try {
    const context = await requestContext();
    requireRole(context, "technician"); // before any of it is read
    await requireRoom();
    const name = nameOf((await params).log, request.url);
    const bytes = Buffer.from(await request.arrayBuffer());
    return Response.json(await takeChunk(context, { ...name, bytes, sha256: request.headers.get("x-sha256") ?? "" }));
  } catch (error) {
    return routeFailure(error);
  }
}

/** A stretch of a channel as it is stored. It never changes. */
export async function GET(request: Request, { params }: Params) {
  try {
    const context = await requestContext();
    const { logId, ...name } = nameOf((await params).log, request.url);
    return new Response(new Uint8Array(await readChunk(context, logId, name)), {
      headers: { "Content-Type": "application/octet-stream", "Cache-Control": "private, max-age=86400, immutable" },
    });
  } catch (error) {
    return routeFailure(error);
  }
}

/** Which stretch is meant. @throws {NotFoundError} */
function nameOf(log: string, url: string): { logId: number; role: string; seq: number } {
  const { searchParams } = new URL(url);
  const [role, seq] = [searchParams.get("role") ?? "", searchParams.get("seq") ?? ""];
  const what = "That stretch of the log";
  return { logId: numberInPath(log, what), role, seq: numberInPath(seq, what) };
}
