"use server";

import { runAction } from "@/server/verbs/runAction";
import { ImportLibraryInput, RemoveEntryInput, RestoreRevisionInput, SaveEntryInput } from "./libraryEdit.schema";
import { importLibrary, removeEntry, restoreRevision, saveEntry } from "./libraryVerbs";

/** Saves one entry. */
export async function saveEntryAction(raw: unknown) {
  return runAction(SaveEntryInput, raw, saveEntry);
}

/** Removes one entry. */
export async function removeEntryAction(raw: unknown) {
  return runAction(RemoveEntryInput, raw, removeEntry);
}

/** Uses an earlier revision again. */
export async function restoreRevisionAction(raw: unknown) {
  return runAction(RestoreRevisionInput, raw, restoreRevision);
}

/** Takes a library file in, or tries what it would change. */
export async function importLibraryAction(raw: unknown) {
  return runAction(ImportLibraryInput, raw, importLibrary);
}
