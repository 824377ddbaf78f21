import "server-only";
import { diffLibraries, type EntryChange } from "@/core/diagnosis/library/diffLibraries";
import { type Library } from "@/core/diagnosis/library/library.types";
import { getAllLearnedCauses } from "@/features/faultLibrary/closedCaseRepository";
import { getCurrentLibrary, getLibraryRevision } from "@/features/faultLibrary/currentLibrary";
import { listRevisions } from "@/features/faultLibrary/libraryRepository";
import { hasRole } from "@/server/person";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { formatDateTime } from "@/shared/format";
import { linesOf } from "./entryLines";
import { type LibraryPageProps } from "./LibraryPage";

/** The library in use and its history. @throws {AppError} `forbidden` */
export async function getLibraryPage(context: VerbContext): Promise<LibraryPageProps> {
  requireRole(context, "viewer");
  const { edited, library, revision } = await getCurrentLibrary(context.pool);
  const revisions = await listRevisions(context.pool);
  return {
    version: edited.version,
    counts: {
      faults: edited.faults.length,
      checks: edited.checks.length,
      symptoms: edited.symptoms.length,
      repairs: edited.repairs.length,
    },
    faults: linesOf(edited, "faults").map(({ id, title, detail }) => ({ id, title, detail })),
    seen: await getAllLearnedCauses(context.pool),
    revision,
    generatedChecks: library.checks.length - edited.checks.length,
    history: revisions.map(({ id, savedAt, personName, note, summary }) => ({
      id,
      when: formatDateTime(savedAt),
      personName,
      note,
      summary,
    })),
    mayEdit: hasRole(context.person, "lead"),
  };
}

/** The library in use, as it was edited: without the checks that are generated. @throws {AppError} `forbidden` */
export async function getLibrary(context: VerbContext): Promise<Library> {
  requireRole(context, "viewer");
  return (await getCurrentLibrary(context.pool)).edited;
}

/** What a revision changed against the one before it. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getRevisionDiff(context: VerbContext, id: number): Promise<EntryChange[]> {
  requireRole(context, "viewer");
  const earlier = (await listRevisions(context.pool)).find((revision) => revision.id < id)?.id ?? 0;
  const before = await getLibraryRevision(context.pool, earlier);
  const after = await getLibraryRevision(context.pool, id);
  return diffLibraries(before.edited, after.edited);
}
