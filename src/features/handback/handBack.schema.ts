import * as v from "valibot";
import { JobTarget, NoteText, requiredText } from "@/features/job/jobTarget.schema";

/** Who takes the craft, and a word along. */
export const HandBackInput = v.object({
  ...JobTarget.entries,
  to: requiredText("Say who takes the craft.", 80),
  note: NoteText,
  /** Why it goes back as it is; absent or empty where it was repaired. */
  unrepaired: v.optional(
    v.pipe(
      v.string(),
      v.trim(),
      v.maxLength(200, "At most 200 letters."),
      v.check((why) => why === "" || why.length >= 3, "Say why."),
    ),
  ),
});
export type HandBackInput = v.InferOutput<typeof HandBackInput>;

/** A lead's word whether a closed job teaches the shop anything. */
export const DecideCaseInput = v.object({
  jobId: v.pipe(v.number(), v.integer(), v.minValue(1)),
  counts: v.boolean(),
  reason: v.pipe(v.string(), v.trim(), v.maxLength(300, "At most 300 characters.")),
});
export type DecideCaseInput = v.InferOutput<typeof DecideCaseInput>;
