import * as v from "valibot";
import { PART_KIND_LIST } from "@/core/craft/partKinds";
import { MENDABLE_LIST } from "@/core/refit/mendable";
import { REMOVED_AS_LIST } from "@/core/refit/removedAs";
import { RatingA } from "@/features/stock/stock.schema";
import { JobTarget, PlaceText, requiredText } from "@/features/job/jobTarget.schema";

const id = v.pipe(v.number(), v.integer(), v.minValue(1));

/** Where a part that goes in comes from. */
export const PartSource = v.variant("of", [
  v.object({ of: v.literal("elsewhere") }),
  v.object({ of: v.literal("shelf"), itemId: id }),
  v.object({
    of: v.literal("craft"),
    craftId: id,
    partId: id,
    because: requiredText("Say who allowed it, or why it may be taken.", 120),
  }),
]);
export type PartSource = v.InferOutput<typeof PartSource>;

/** What a repair took; null where nobody said. */
const took = {
  costCents: v.nullish(
    v.pipe(v.number("A price is a number."), v.integer("Whole cents."), v.minValue(0, "Not below 0."), v.maxValue(1e8)),
  ),
  minutes: v.nullish(
    v.pipe(v.number("Minutes as a number."), v.minValue(0, "Not below 0."), v.maxValue(6000, "At most 6000.")),
  ),
};

/** The old part out, the new one in; or one into a position that stands empty. */
export const ReplacePartInput = v.object({
  ...JobTarget.entries,
  /** null where the position stands empty: then `position` says which. */
  partId: v.nullable(v.pipe(v.number("Pick the part that comes out."), v.integer(), v.minValue(1))),
  position: v.optional(v.pipe(v.string(), v.maxLength(40))),
  source: v.optional(PartSource),
  /** Where no cost is said, that of the shelf's label counts. */
  ...took,
  reason: requiredText("Say why it comes out.", 200),
  /** What it comes out as; without it the words of the reason have to tell whether it burnt. */
  removedAs: v.nullish(v.picklist(REMOVED_AS_LIST, "Pick what it came out as.")),
  name: requiredText("Give the new part's name.", 80),
  serial: requiredText("Give the new part's serial, or “none” when it has none.", 40),
  /** Why one more of a part that burnt here before is fitted; empty where it is asked for nothing. */
  despite: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(200, "At most 200 characters.")), ""),
  continuousA: RatingA,
});
export type ReplacePartInput = v.InferOutput<typeof ReplacePartInput>;

/** A repair without a new part: a setting changed, something mended. */
export const ChangeSettingInput = v.object({
  ...JobTarget.entries,
  what: requiredText("Say what was set or mended.", 120),
  before: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(120, "At most 120 characters.")), ""),
  after: requiredText("Say how it is now.", 120),
  mended: v.picklist(MENDABLE_LIST, "Say what it was done on: it decides which proofs are owed."),
  place: PlaceText,
  /** Solder, glue and the like, and the time on it. */
  ...took,
});
export type ChangeSettingInput = v.InferOutput<typeof ChangeSettingInput>;

/** Craft that carry a part which could be borrowed. */
export const FindDonorsInput = v.object({
  jobId: id,
  kind: v.picklist(PART_KIND_LIST),
  search: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(60)), ""),
});
export type FindDonorsInput = v.InferOutput<typeof FindDonorsInput>;
