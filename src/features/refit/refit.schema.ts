import * as v from "valibot";
import { MENDABLE_LIST } from "@/core/refit/mendable";
import { JobTarget, PlaceText, requiredText } from "@/features/job/jobTarget.schema";

/** The old part out, the new one in. */
export const ReplacePartInput = v.object({
  ...JobTarget.entries,
  partId: v.pipe(v.number("Pick the part that comes out."), v.integer(), v.minValue(1)),
  reason: requiredText("Say why it comes out.", 200),
  name: requiredText("Give the new part's name.", 80),
  serial: requiredText("Give the new part's serial, or “none” when it has none.", 40),
  /** Why one more of a part that burnt here before is fitted; empty where it is asked for nothing. */
  despite: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(200, "At most 200 characters.")), ""),
  continuousA: v.nullish(
    v.pipe(
      v.number("Give the rating in ampere."),
      v.minValue(0.1, "At least 0.1 A."),
      v.maxValue(1000, "At most 1000 A."),
    ),
    null,
  ),
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
});
export type ChangeSettingInput = v.InferOutput<typeof ChangeSettingInput>;
