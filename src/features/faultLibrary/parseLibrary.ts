import * as v from "valibot";
import { withGeneratedChecks } from "@/core/diagnosis/library/generateChecks";
import { type Library } from "@/core/diagnosis/library/library.types";
import { type LibraryProblem, validateLibrary } from "@/core/diagnosis/library/validateLibrary";
import { LibraryFile } from "./library.schema";

/** A library that may be used, or everything that is wrong with it. */
export type ParsedLibrary = { ok: true; library: Library } | { ok: false; problems: LibraryProblem[] };

/**
 * Checks a library from outside: first its form, then its sense. Refused whole, with the place of each error.
 *
 * @param raw - Parsed JSON.
 */
export function parseLibrary(raw: unknown): ParsedLibrary {
  const parsed = v.safeParse(LibraryFile, withSymptoms(raw));
  if (!parsed.success) {
    return {
      ok: false,
      problems: parsed.issues.map((issue) => ({ place: placeOf(raw, v.getDotPath(issue)), problem: issue.message })),
    };
  }
  const library = parsed.output as Library;
  const problems = validateLibrary(library);
  if (problems.length > 0) return { ok: false, problems };
  const generated = validateLibrary(withGeneratedChecks(library)); // an id may collide with a generated one
  return generated.length > 0 ? { ok: false, problems: generated } : { ok: true, library };
}

/** Libraries saved before symptoms had their name call them readings; they go on being read. */
function withSymptoms(raw: unknown): unknown {
  if (typeof raw !== "object" || raw === null || !("readings" in raw) || "symptoms" in raw) return raw;
  const { readings, ...rest } = raw;
  return { ...rest, symptoms: readings };
}

/** "checks.12.title" as "checks/walk-signal title": a place a person can find. */
function placeOf(raw: unknown, path: string | null): string {
  const [group, index, ...rest] = (path ?? "library").split(".");
  const list = (raw as Record<string, unknown> | null)?.[group!];
  const entry =
    Array.isArray(list) && index !== undefined ? (list[Number(index)] as { id?: unknown } | undefined) : undefined;
  const name = typeof entry?.id === "string" ? entry.id : index;
  return [name === undefined ? group : `${group}/${name}`, rest.join(".")].filter(Boolean).join(" ");
}
