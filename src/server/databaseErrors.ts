import { AppError } from "./errors";

/** True when a unique key refused a row. @param key - The key's name; any when absent. */
export function isDuplicate(error: unknown, key = ""): boolean {
  return error instanceof Error && codeOf(error) === "ER_DUP_ENTRY" && error.message.includes(key);
}

/** True when the database ended a transaction to break a deadlock, or, in a cluster, because another node was first. */
export function isDeadlock(error: unknown): boolean {
  return codeOf(error) === "ER_LOCK_DEADLOCK";
}

const DOWN: ReadonlySet<unknown> = new Set([
  "ECONNREFUSED",
  "ETIMEDOUT",
  "PROTOCOL_CONNECTION_LOST",
  "ECONNRESET",
  "ENOTFOUND",
  "EPIPE",
  "PROTOCOL_ENQUEUE_AFTER_FATAL_ERROR",
  "ER_UNKNOWN_COM_ERROR", // a node of a cluster that is not ready, or is with the fewer
  "ER_SERVER_SHUTDOWN",
]);
/** MariaDB's own numbers that the driver has no name for: a connection that was killed. */
const DOWN_NUMBERS: ReadonlySet<unknown> = new Set([1927]);

/** True when an error means that the database cannot be reached, so that waiting helps. */
export function isDatabaseDown(error: unknown): boolean {
  if (error instanceof AppError) return error.code === "database_down";
  return DOWN.has(codeOf(error)) || DOWN_NUMBERS.has((error as { errno?: unknown } | null | undefined)?.errno);
}

function codeOf(error: unknown): unknown {
  return typeof error === "object" && error !== null && "code" in error ? error.code : undefined;
}
