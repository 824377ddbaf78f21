import * as v from "valibot";
import { CraftInput, PartInput } from "./addCraft.schema";

const { parts: _, ...sheet } = CraftInput.entries;

/** A craft's sheet as it shall be. A part with an id is corrected in its place; one without is added to the sheet. */
export const ChangeCraftInput = v.object({
  ...sheet,
  craftId: v.pipe(v.number(), v.integer(), v.minValue(1)),
  version: v.pipe(v.number(), v.integer(), v.minValue(1)),
  parts: v.pipe(
    v.array(v.object({ ...PartInput.entries, id: v.nullish(v.pipe(v.number(), v.integer(), v.minValue(1)), null) })),
    v.maxLength(80, "At most 80 parts."),
  ),
});
export type ChangeCraftInput = v.InferOutput<typeof ChangeCraftInput>;
