import * as v from "valibot";

/** A board file as it was written, and where it comes from. */
export const ImportBoardInput = v.object({
  text: v.pipe(
    v.string(),
    v.minLength(1, "The file is empty."),
    v.maxLength(500_000, "That is more than any board file: at most 500,000 characters."),
  ),
  /** Another description of a board that is there: both are kept. */
  isSecondSource: v.optional(v.boolean(), false),
  source: v.pipe(
    v.string("Say where it comes from."),
    v.trim(),
    v.minLength(3, "Say where it comes from."),
    v.maxLength(120, "At most 120 characters."),
  ),
});
export type ImportBoardInput = v.InferOutput<typeof ImportBoardInput>;
