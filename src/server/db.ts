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

/**
 * Runs `work` in one transaction: commits when it returns, rolls back when it throws.
 *
 * @returns What `work` returned.
 */
export async function withTransaction<T>(pool: Pool, work: (db: Db) => Promise<T>): Promise<T> {
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

const DOWN = new Set(["ECONNREFUSED", "ETIMEDOUT", "PROTOCOL_CONNECTION_LOST", "ECONNRESET", "ENOTFOUND", "EPIPE"]);

/** True when an error means that the database cannot be reached, so that waiting helps. */
export function isDatabaseDown(error: unknown): boolean {
  if (error instanceof AppError) return error.code === "database_down";
  return typeof error === "object" && error !== null && "code" in error && DOWN.has(String(error.code));
}
