import path from "node:path";
import { openPool } from "../server/db";
import { grantTables } from "../server/grants";
import { environment } from "../server/env";
import { log } from "../server/log";
import { migrate } from "../server/migrate";

/**
 * Brings the database of DATABASE_URL up to date, as its owner, and grants the account of DATABASE_WEB_URL what it needs. Run
 * from the project's folder.
 */
const { DATABASE_URL } = environment();
const pool = openPool(DATABASE_URL, 1);
const applied = await migrate(pool, path.resolve("db/migrations"));
log.info({ applied }, applied.length > 0 ? "migrations applied" : "database is up to date");
const { DATABASE_WEB_URL = DATABASE_URL } = process.env;
// One account for both: whoever keeps the database elsewhere decides what it may.
if (DATABASE_WEB_URL !== DATABASE_URL) {
  const { username, hostname } = new URL(DATABASE_WEB_URL);
  await grantTables(pool, `${decodeURIComponent(username)}@${hostname}`);
}
await pool.end();
