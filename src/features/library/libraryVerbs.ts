import "server-only";
import { diffLibraries, type EntryChange } from "@/core/diagnosis/library/diffLibraries";
import { type FaultMode, type Library, type Symptom } from "@/core/diagnosis/library/library.types";
import { type LibraryProblem } from "@/core/diagnosis/library/validateLibrary";
import { getCurrentLibrary, getLibraryRevision } from "@/features/faultLibrary/currentLibrary";
import { type EntryGroup } from "@/features/faultLibrary/library.schema";
import { insertRevision, listRevisions, lockLatestRevisionId } from "@/features/faultLibrary/libraryRepository";
import { parseLibrary } from "@/features/faultLibrary/parseLibrary";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { withTransaction } from "@/server/db";
import { AppError, ConflictError, NotFoundError } from "@/server/errors";
import {
  type ImportLibraryInput,
  type RemoveEntryInput,
  type RestoreRevisionInput,
  type SaveEntryInput,
} from "./libraryEdit.schema";

/** A library that was saved or would be, with what it changes; or everything that is wrong with it, and nothing stored. */
export type SavedLibrary =
  { saved: boolean; revision: number; changes: EntryChange[] } | { saved: false; problems: LibraryProblem[] };

/*
 * The verbs of the library. Each needs a lead, saves a new revision, and throws {AppError} `forbidden` or `invalid_input`
 * and {ConflictError} when somebody saved a revision since.
 */

/** Saves one entry, new or changed. */
export async function saveEntry(context: VerbContext, input: SaveEntryInput): Promise<SavedLibrary> {
  requireRole(context, "lead");
  const { edited } = await getCurrentLibrary(context.pool);
  const { group, id, entry } = input;
  const named: Record<string, unknown> = { ...entry, id: id ?? freshId(edited, group, entry) };
  const entries: readonly { id: string }[] = edited[group];
  if (id !== null && !entries.some((each) => each.id === id)) throw new NotFoundError(`The entry “${id}”`);
  const next = id === null ? [...entries, named] : entries.map((each) => (each.id === id ? named : each));
  return saveLibrary(context, input.baseRevision, { ...edited, [group]: next }, input.note);
}

/** Removes an entry. Links to a removed fault go with it; anything else that still needs the entry is named. */
export async function removeEntry(context: VerbContext, input: RemoveEntryInput): Promise<SavedLibrary> {
  requireRole(context, "lead");
  const { edited } = await getCurrentLibrary(context.pool);
  const { group, id } = input;
  const entries: readonly { id: string }[] = edited[group];
  const next: Library = { ...edited, [group]: entries.filter((each) => each.id !== id) };
  const unlinked =
    group === "faults" ? { ...next, symptoms: next.symptoms.map((symptom) => withoutLink(symptom, id)) } : next;
  return saveLibrary(context, input.baseRevision, unlinked, input.note);
}

/** Uses an earlier revision again, as a new one: the history keeps both. */
export async function restoreRevision(context: VerbContext, input: RestoreRevisionInput): Promise<SavedLibrary> {
  requireRole(context, "lead");
  const { edited } = await getLibraryRevision(context.pool, input.revision);
  const note =
    input.note || (input.revision === 0 ? "back to the shipped library" : `back to revision ${input.revision}`);
  return saveLibrary(context, input.baseRevision, edited, note);
}

/** Takes a library file in, whole or not at all. As a trial it only says what it would change. */
export async function importLibrary(context: VerbContext, input: ImportLibraryInput): Promise<SavedLibrary> {
  requireRole(context, "lead");
  let raw: unknown;
  try {
    raw = JSON.parse(input.text);
  } catch (error) {
    return { saved: false, problems: [{ place: "file", problem: `This is not JSON: ${(error as Error).message}` }] };
  }
  if (!input.isTrial) return saveLibrary(context, input.baseRevision, raw, input.note || "imported from a file");
  const parsed = parseLibrary(raw);
  if (!parsed.ok) return { saved: false, problems: parsed.problems };
  const { edited, revision } = await getCurrentLibrary(context.pool);
  return { saved: false, revision, changes: diffLibraries(edited, parsed.library) };
}

async function saveLibrary(
  context: VerbContext,
  baseRevision: number,
  raw: unknown,
  note: string,
): Promise<SavedLibrary> {
  const parsed = parseLibrary(raw);
  if (!parsed.ok) return { saved: false, problems: parsed.problems };
  return withTransaction(context.pool, async (db) => {
    const latest = await lockLatestRevisionId(db);
    if (latest !== baseRevision) {
      const since = (await listRevisions(db)).filter(({ id }) => id > baseRevision);
      throw new ConflictError(
        "Somebody saved the library while you worked on it. Nothing of yours was stored yet.",
        since.map(({ personName, summary }) => `${personName}: ${summary}`),
      );
    }
    const { edited } = await getLibraryRevision(db, latest);
    const changes = diffLibraries(edited, parsed.library);
    if (changes.length === 0) throw new AppError("invalid_input", "Nothing is different from the library in use.");
    const revision = await insertRevision(db, {
      savedAt: context.now,
      personId: context.person.id,
      note,
      summary: summaryOf(changes),
      content: JSON.stringify(parsed.library),
    });
    return { saved: true, revision, changes };
  });
}

/** "changed camera-dead; added 2 checks" in one line. */
function summaryOf(changes: readonly EntryChange[]): string {
  if (changes.length <= 3)
    return changes.map(({ kind, name, group }) => `${kind} ${group.slice(0, -1)} “${name}”`).join("; ");
  const counts = new Map<string, number>();
  for (const { kind, group } of changes) counts.set(`${kind} ${group}`, (counts.get(`${kind} ${group}`) ?? 0) + 1);
  return [...counts].map(([what, count]) => `${count} ${what}`).join(", ");
}

function withoutLink(symptom: Symptom, faultId: FaultMode["id"]): Symptom {
  if (!(faultId in symptom.links)) return symptom;
  const { [faultId]: _, ...links } = symptom.links;
  const { [faultId]: __, ...linkGrades } = symptom.linkGrades ?? {};
  return { ...symptom, links, ...(symptom.linkGrades && { linkGrades }) };
}

/** An id from the entry's name that nothing in its group has yet. */
function freshId(library: Library, group: EntryGroup, entry: Record<string, unknown>): string {
  const name = [entry.name, entry.title, entry.whenTrue].find((each) => typeof each === "string" && each) as
    string | undefined;
  const slug =
    (name ?? "entry")
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-+|-+$/g, "")
      .slice(0, 50) || "entry";
  const taken = new Set(library[group].map(({ id }) => id));
  for (let count = 1; ; count++) {
    const id = count === 1 ? slug : `${slug}-${count}`;
    if (!taken.has(id)) return id;
  }
}
