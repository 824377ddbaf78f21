import "server-only";
import { withGeneratedChecks } from "@/core/diagnosis/library/generateChecks";
import { shippedLibrary } from "@/core/diagnosis/shippedLibrary";
import { type Library } from "@/core/diagnosis/library/library.types";
import { type Db } from "@/server/db";
import { log } from "@/server/log";
import { getRevisionContent, latestRevisionId } from "./libraryRepository";
import { parseLibrary } from "./parseLibrary";

/** The library in use. */
export interface CurrentLibrary {
  /** As it is edited. */
  edited: Library;
  /** With the generated checks: what cases are weighed with. */
  library: Library;
  /** 0 for the shipped one. */
  revision: number;
}

/** Revisions never change, so one that was read once need not be read again, by whichever process. */
const read = new Map<number, CurrentLibrary>([
  [0, { edited: shippedLibrary, library: withGeneratedChecks(shippedLibrary), revision: 0 }],
]);
const KEPT = 8;

/** The library in use: the newest revision, or the shipped one. A revision that no longer passes its checks is refused aloud. */
export async function getCurrentLibrary(db: Db): Promise<CurrentLibrary> {
  return getLibraryRevision(db, await latestRevisionId(db));
}

/** One revision of the library; 0 is the shipped one. @throws {NotFoundError} */
export async function getLibraryRevision(db: Db, id: number): Promise<CurrentLibrary> {
  const kept = read.get(id);
  if (kept) return kept;
  const parsed = parseLibrary(JSON.parse(await getRevisionContent(db, id)));
  if (!parsed.ok) {
    // Only a change of the program can do this, since it passed when it was saved.
    log.error(
      { revision: id, problems: parsed.problems.slice(0, 5) },
      "library revision no longer valid; shipped one used",
    );
    return { ...read.get(0)!, revision: id };
  }
  const current = { edited: parsed.library, library: withGeneratedChecks(parsed.library), revision: id };
  for (const old of [...read.keys()].filter((key) => key !== 0).slice(0, Math.max(0, read.size - KEPT)))
    read.delete(old);
  read.set(id, current);
  return current;
}
