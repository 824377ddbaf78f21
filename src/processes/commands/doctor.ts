import { readdir } from "node:fs/promises";
import { type RowDataPacket } from "mysql2/promise";
import { openPool } from "../../server/db";

/** What the database says of the shop, as one JSON object: for `pitstopa doctor`. Run from the project's folder. */
const pool = openPool(process.env.DATABASE_URL ?? "", 1);
const one = async (sql: string) => Number((await pool.query<RowDataPacket[]>(sql))[0][0]?.n ?? 0);

async function examine() {
  const files = (await readdir("db/migrations")).filter((name) => name.endsWith(".sql")).length;
  const [tables] = await pool.query<RowDataPacket[]>("SHOW TABLES LIKE 'migration'");
  const applied = tables.length === 0 ? 0 : await one("SELECT COUNT(*) AS n FROM migration");
  if (applied < files) return { database: "answers", migrationsMissing: files - applied };
  return {
    database: "answers",
    migrationsMissing: 0,
    openJobs: await one("SELECT COUNT(*) AS n FROM job WHERE is_open = 1"),
    staleHeadlines: await one("SELECT COUNT(*) AS n FROM job WHERE headline_events <> event_count"),
    runsLeftOpen: await one("SELECT COUNT(*) AS n FROM bench_run WHERE state <> 'ended'"),
  };
}

const report = await examine().catch((error: unknown) => ({
  database: `does not answer: ${error instanceof Error ? error.message : String(error)}`,
}));
process.stdout.write(`${JSON.stringify(report)}\n`);
await pool.end();
