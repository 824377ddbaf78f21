import * as v from "valibot";
import { PART_KIND_LIST } from "@/core/craft/partKinds";
import { JobTarget, requiredText } from "@/features/job/jobTarget.schema";

const id = v.pipe(v.number(), v.integer(), v.minValue(1));
const pieces = v.pipe(v.number("How many?"), v.integer("Whole pieces."), v.maxValue(10_000, "At most 10,000."));

/** What a part carries for long; null where it has no such figure. */
export const RatingA = v.nullish(
  v.pipe(
    v.number("Give the rating in ampere."),
    v.minValue(0.1, "At least 0.1 A."),
    v.maxValue(1000, "At most 1000 A."),
  ),
  null,
);

/** A kind of part as the shelf's label has it; a new one without an id. */
export const SaveStockItemInput = v.object({
  id: v.nullish(id, null),
  version: v.optional(v.number(), 0),
  kind: v.picklist(PART_KIND_LIST, "Say what kind of part it is."),
  name: requiredText("Give its name.", 80),
  shelf: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(40, "At most 40 characters.")), ""),
  continuousA: RatingA,
  priceCents: v.nullish(
    v.pipe(v.number("A price is a number."), v.integer("Whole cents."), v.minValue(0, "Not below 0."), v.maxValue(1e8)),
    null,
  ),
  fewest: v.optional(v.pipe(pieces, v.minValue(0, "Not below 0.")), 0),
});
export type SaveStockItemInput = v.InferOutput<typeof SaveStockItemInput>;

/** Pieces that came (more than nothing) or went (less), with the reason. */
export const MoveStockInput = v.object({
  itemId: id,
  pieces: v.pipe(
    pieces,
    v.minValue(-10_000, "At most 10,000."),
    v.check((value) => value !== 0, "Nothing came and nothing went."),
  ),
  note: requiredText("Say why: bought, counted, thrown away.", 200),
});
export type MoveStockInput = v.InferOutput<typeof MoveStockInput>;

/** A table of shelves. With `isTrial` it is only read and compared. */
export const ImportStockInput = v.object({
  text: v.pipe(
    v.string(),
    v.minLength(1, "The file is empty."),
    v.maxLength(1_000_000, "The file is over 1 MB, which is the limit."),
  ),
  isTrial: v.boolean(),
});
export type ImportStockInput = v.InferOutput<typeof ImportStockInput>;

/** How many pieces of an item a job puts its name on; 0 gives them back. */
export const ReserveStockInput = v.object({
  ...JobTarget.entries,
  itemId: id,
  pieces: v.pipe(pieces, v.minValue(0, "Not below 0.")),
});
export type ReserveStockInput = v.InferOutput<typeof ReserveStockInput>;
