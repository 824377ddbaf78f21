import "server-only";
import { type AppErrorCode } from "@/server/errors";
import { toFailure } from "./runAction";

const STATUS: Readonly<Partial<Record<AppErrorCode, number>>> = {
  unauthenticated: 401,
  forbidden: 403,
  not_found: 404,
  conflict: 409,
  not_ready: 409,
  too_large: 413,
  wrong_type: 415,
  too_many_attempts: 429,
  rig_unreachable: 502,
  database_down: 503,
  disk_full: 507,
};

/** Answers a route handler's expected error as JSON with its sentence; lets an unknown one rise. */
export function routeFailure(error: unknown): Response {
  const failure = toFailure(error);
  return Response.json(failure, { status: STATUS[failure.code as AppErrorCode] ?? 400 });
}
