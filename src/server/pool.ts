import "server-only";
import { type Pool } from "mysql2/promise";
import { openPool } from "./db";
import { environment } from "./env";

// Next loads server modules more than once; the pool must exist once in a process.
const holder = globalThis as { pitstopaPool?: Pool };

/** The web process's pool. */
export function pool(): Pool {
  holder.pitstopaPool ??= openPool(environment().DATABASE_URL);
  return holder.pitstopaPool;
}
