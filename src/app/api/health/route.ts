import { loopDelay } from "@/server/loopDelay";
import { pool } from "@/server/pool";

export const dynamic = "force-dynamic";

/**
 * Says whether the database answers, so that the "database is away" page can recover by itself, and how long this process was
 * held. Open to all: it tells no more.
 */
export async function GET() {
  const database = await pool()
    .execute("SELECT 1")
    .then(() => "up" as const)
    .catch(() => "down" as const);
  return Response.json({ database, held: loopDelay() }, { headers: { "Cache-Control": "no-store" } });
}
