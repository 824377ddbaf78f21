import "server-only";
import { type Connection, type Pool, createPool } from "mysql2/promise";
import { AppError } from "./errors";

/** Anything that runs a prepared statement: the pool, or the connection of a transaction. */
export type Db = Pick<Connection, "execute">;

/** A pool with the settings every process uses: UTC, and JSON columns as the text they are, to be checked by their schema. */
export function openPool(databaseUrl: string, connectionLimit = 10): Pool {
  return createPool({
    uri: databaseUrl,
    timezone: "Z",
    connectionLimit,
    connectTimeout: 3000,
    charset: "utf8mb4",
    jsonStrings: true,
  });
}

/** How often a transaction that lost a deadlock is run in all. */
const DEADLOCK_TRIES = 6;
/** Waited before the next try, at most, times the number of tries so far: two that collided must not collide again in step. */
const PAUSE_MS = 25;

/**
 * Runs `work` in one transaction: commits when it returns, rolls back when it throws. Where the database ended it to
 * break a deadlock, it was undone whole and `work` runs again, as the server's manual advises; so `work` may do nothing
 * but speak with the database.
 *
 * @returns What `work` returned.
 */
export async function withTransaction<T>(pool: Pool, work: (db: Db) => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt += 1) {
    try {
      return await runTransaction(pool, work);
    } catch (error) {
      if (!isDeadlock(error) || attempt === DEADLOCK_TRIES) throw error;
      await new Promise((resolve) => setTimeout(resolve, Math.random() * PAUSE_MS * attempt));
    }
  }
}

async function runTransaction<T>(pool: Pool, work: (db: Db) => Promise<T>): Promise<T> {
  const connection = await pool.getConnection();
  try {
    await connection.beginTransaction();
    const result = await work(connection);
    await connection.commit();
    return result;
  } catch (error) {
    await connection.rollback().catch(() => undefined); // the connection may be what failed
    throw error;
  } finally {
    connection.release();
  }
}

/** True when a unique key refused a row. @param key - The key's name; any when absent. */
export function isDuplicate(error: unknown, key = ""): boolean {
  return error instanceof Error && "code" in error && error.code === "ER_DUP_ENTRY" && error.message.includes(key);
}

/** True when the database ended a transaction to break a deadlock, or, in a cluster, because another node was first. */
export function isDeadlock(error: unknown): boolean {
  return typeof error === "object" && error !== null && "code" in error && error.code === "ER_LOCK_DEADLOCK";
}

const DOWN = new Set(["ECONNREFUSED", "ETIMEDOUT", "PROTOCOL_CONNECTION_LOST", "ECONNRESET", "ENOTFOUND", "EPIPE"]);

/** True when an error means that the database cannot be reached, so that waiting helps. */
export function isDatabaseDown(error: unknown): boolean {
  if (error instanceof AppError) return error.code === "database_down";
  return typeof error === "object" && error !== null && "code" in error && DOWN.has(String(error.code));
}
