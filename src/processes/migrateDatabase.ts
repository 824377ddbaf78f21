import path from "node:path";
import { openPool } from "../server/db";
import { environment } from "../server/env";
import { log } from "../server/log";
import { migrate } from "../server/migrate";

/** Brings the database of DATABASE_URL up to date. Run from the project's folder. */
const pool = openPool(environment().DATABASE_URL, 1);
const applied = await migrate(pool, path.resolve("db/migrations"));
log.info({ applied }, applied.length > 0 ? "migrations applied" : "database is up to date");
await pool.end();
