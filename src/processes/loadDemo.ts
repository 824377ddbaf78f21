import path from "node:path";
import { loadDemoInstruments } from "../demo/loadDemoInstruments";
import { loadDemoShop } from "../demo/loadDemoShop";
import { openPool } from "../server/db";
import { stopWorkers } from "../server/workers/workerPool";
import { environment } from "../server/env";
import { log } from "../server/log";

/** Loads the demo shop once. Run from the project's folder. */
const pool = openPool(environment().DATABASE_URL, 4);
const isLoaded = await loadDemoShop(pool, path.resolve("demo"), new Date());
if (process.env.RIG_SIMULATED) await loadDemoInstruments(pool, process.env.RIG_SIMULATED, new Date());
log.info(isLoaded ? "demo shop loaded" : "the database holds people already; left as it is");
await stopWorkers();
await pool.end();
