import "../features/bays";
import { rebuildHeadlines } from "../features/job/headline/projectHeadline";
import { openPool } from "../server/db";
import { stopWorkers } from "../server/workers/workerPool";

/** Makes the tickets' headlines anew: the stale ones, or with --all every one. Prints how many. */
const pool = openPool(process.env.DATABASE_URL ?? "", 4);
const made = await rebuildHeadlines(pool, process.argv.includes("--all") ? "all" : "stale");
process.stdout.write(`${made}\n`);
await stopWorkers();
await pool.end();
