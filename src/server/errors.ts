/** Codes of failures that a person can be told about. */
export type AppErrorCode =
  | "unauthenticated"
  | "forbidden"
  | "not_found"
  | "conflict"
  | "invalid_input"
  | "not_ready"
  | "too_large"
  | "wrong_type"
  | "too_many_attempts"
  | "rig_unreachable"
  | "database_down"
  | "disk_full"
  | "busy"
  | "too_slow";

/** An expected failure with a sentence for the person. */
export class AppError extends Error {
  constructor(
    readonly code: AppErrorCode,
    message: string,
    options?: ErrorOptions,
  ) {
    super(message, options);
    this.name = "AppError";
  }
}

/** The record that was asked for does not exist. */
export class NotFoundError extends AppError {
  constructor(what: string) {
    super("not_found", `${what} does not exist.`);
    this.name = "NotFoundError";
  }
}

/** Somebody else changed the record first. `changes` says what happened since, newest last. */
export class ConflictError extends AppError {
  constructor(
    message: string,
    readonly changes: readonly string[] = [],
  ) {
    super("conflict", message);
    this.name = "ConflictError";
  }
}
