import { pool } from "@/server/pool";

export const dynamic = "force-dynamic";

/** Says whether the database answers, so that the "database is away" page can recover by itself. Open to all: it tells no more. */
export async function GET() {
  const database = await pool()
    .execute("SELECT 1")
    .then(() => "up" as const)
    .catch(() => "down" as const);
  return Response.json({ database }, { headers: { "Cache-Control": "no-store" } });
}
