import "server-only";
import { refresh } from "next/cache";
import * as v from "valibot";
import { isDatabaseDown, isDeadlock, isDuplicate } from "@/server/databaseErrors";
import { requireRoom } from "@/server/diskRoom";
import { AppError, ConflictError } from "@/server/errors";
import { log } from "@/server/log";
import { safeParseForm } from "@/shared/parseForm";
import { type ActionFailure, type ActionResult } from "@/shared/actionResult";
import { requestContext } from "./currentPerson";
import { type VerbContext } from "./verbContext";

/**
 * Runs one verb for an action: session, parse, verb, typed result with the page as it is then. The verb itself checks the role.
 *
 * @returns The verb's result; an expected failure as a value with its sentence, and a sentence for each wrong field.
 */
export async function runAction<S extends v.GenericSchema, T>(
  schema: S,
  raw: unknown,
  verb: (context: VerbContext, input: v.InferOutput<S>) => Promise<T>,
): Promise<ActionResult<T>> {
  try {
    const context = await requestContext();
    await requireRoom();
    const parsed = safeParseForm(schema, raw);
    if (!parsed.success) return invalidInput(parsed.issues);
    const data = await verb(context, parsed.output);
    refresh(); // the answer brings the page along as it is now, so that the browser need not ask again
    return { ok: true, data };
  } catch (error) {
    return toFailure(error);
  }
}

/** Turns an expected error into a value; lets an unknown one rise to the log and error.tsx. */
export function toFailure(error: unknown): ActionFailure {
  if (error instanceof ConflictError)
    return { ok: false, code: error.code, message: error.message, changes: error.changes };
  if (error instanceof AppError) return { ok: false, code: error.code, message: error.message };
  if (isDatabaseDown(error)) {
    return {
      ok: false,
      code: "database_down",
      message: "The database does not answer. Nothing was stored; try again in a moment.",
    };
  }
  if (isDeadlock(error))
    return {
      ok: false,
      code: "conflict",
      message: "Others stored at the same moment, again and again. Nothing of yours was stored; try again.",
    };
  if (isDuplicate(error))
    // What two names have in common the database sees better than a comparison here: accents, width, case.
    return {
      ok: false,
      code: "invalid_input",
      message:
        "There is one with this name, number or label already, or with one that reads the same. Nothing was stored.",
    };
  log.error({ err: error }, "action failed");
  throw error;
}

/** One sentence for each wrong field, the first of each. */
export function invalidInput(issues: readonly v.BaseIssue<unknown>[]): ActionFailure {
  const fields: Record<string, string> = {};
  for (const issue of issues) fields[v.getDotPath(issue) ?? ""] ??= issue.message;
  return { ok: false, code: "invalid_input", message: Object.values(fields)[0] ?? "The input is not right.", fields };
}
