import "server-only";
import { type Connection, type Pool, createPool } from "mysql2/promise";
import { isDatabaseDown, isDeadlock } from "./databaseErrors";
import { nodePool } from "./nodePool";

/** Anything that runs a prepared statement: the pool, or the connection of a transaction. */
export type Db = Pick<Connection, "execute">;

/**
 * A pool with the settings every process uses: UTC, and JSON columns as the text they are, to be checked by their schema.
 *
 * @param databaseUrl - Where the database is; of a cluster, its nodes with commas between, the one that is preferred first.
 */
export function openPool(databaseUrl: string, connectionLimit = 10): Pool {
  const urls = databaseUrl.split(",").map((url) => url.trim());
  return urls.length === 1
    ? openOne(urls[0]!, connectionLimit)
    : nodePool(urls.map((url) => openOne(url, connectionLimit)));
}

function openOne(url: string, connectionLimit: number): Pool {
  return createPool({
    uri: url,
    timezone: "Z",
    connectionLimit,
    connectTimeout: 3000,
    charset: "utf8mb4",
    jsonStrings: true,
  });
}

/** How often a transaction that lost a deadlock, or its connection before it was committed, is run in all. */
const TRIES = 6;
/** Waited before the next try, at most, times the number of tries so far: two that collided must not collide again in step. */
const PAUSE_MS = 25;

/**
 * Runs `work` in one transaction: commits when it returns, rolls back when it throws. Where the database ended it to
 * break a deadlock, or was gone before it was asked to commit, it was undone whole and `work` runs again, as the server's
 * manual advises; so `work` may do nothing but speak with the database.
 *
 * @returns What `work` returned.
 */
export async function withTransaction<T>(pool: Pool, work: (db: Db) => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt += 1) {
    try {
      return await runTransaction(pool, work);
    } catch (error) {
      const isUndone = isDeadlock(error) || error instanceof LostBeforeCommit;
      if (!isUndone || attempt === TRIES) throw error instanceof LostBeforeCommit ? error.cause : error;
      await new Promise((resolve) => setTimeout(resolve, Math.random() * PAUSE_MS * attempt));
    }
  }
}

/** The connection was lost before a transaction was asked to commit: nothing of it is stored. */
class LostBeforeCommit extends Error {}

async function runTransaction<T>(pool: Pool, work: (db: Db) => Promise<T>): Promise<T> {
  const connection = await pool.getConnection();
  let isCommitting = false;
  try {
    await connection.beginTransaction();
    const result = await work(connection);
    isCommitting = true;
    await connection.commit();
    return result;
  } catch (error) {
    await connection.rollback().catch(() => undefined); // the connection may be what failed
    throw isDatabaseDown(error) && !isCommitting ? new LostBeforeCommit("lost", { cause: error }) : error;
  } finally {
    connection.release();
  }
}
