import * as v from "valibot";
import { ENTRY_GROUPS } from "@/features/faultLibrary/library.schema";

const revision = v.pipe(v.number(), v.integer(), v.minValue(0));
const note = v.optional(v.pipe(v.string(), v.trim(), v.maxLength(300, "At most 300 characters.")), "");
const group = v.picklist(ENTRY_GROUPS);
const id = v.pipe(v.string(), v.minLength(1), v.maxLength(60));

/** One entry as a lead saves it; the verb checks it against the schema of its group and the whole library. */
export const SaveEntryInput = v.object({
  baseRevision: revision,
  group,
  id: v.nullable(id),
  entry: v.record(v.string(), v.unknown()),
  note,
});
export type SaveEntryInput = v.InferOutput<typeof SaveEntryInput>;

/** An entry to be removed. */
export const RemoveEntryInput = v.object({ baseRevision: revision, group, id, note });
export type RemoveEntryInput = v.InferOutput<typeof RemoveEntryInput>;

/** An earlier revision to be used again; 0 is the shipped library. */
export const RestoreRevisionInput = v.object({ baseRevision: revision, revision, note });
export type RestoreRevisionInput = v.InferOutput<typeof RestoreRevisionInput>;

/** A library file. With `isTrial` it is only checked and compared. */
export const ImportLibraryInput = v.object({
  baseRevision: revision,
  text: v.pipe(
    v.string(),
    v.minLength(1, "The file is empty."),
    v.maxLength(5_000_000, "The file is over 5 MB, which is the limit."),
  ),
  isTrial: v.boolean(),
  note,
});
export type ImportLibraryInput = v.InferOutput<typeof ImportLibraryInput>;
