import * as v from "valibot";

/** Which job a verb changes, and the version of it that the person saw. */
export const JobTarget = v.object({
  jobId: v.pipe(v.number(), v.integer(), v.minValue(1)),
  version: v.pipe(v.number(), v.integer(), v.minValue(1)),
});
export type JobTarget = v.InferOutput<typeof JobTarget>;

/** A free remark. */
export const NoteText = v.optional(v.pipe(v.string(), v.trim(), v.maxLength(500, "At most 500 characters.")), "");

/** Where on the craft, in the craft's own words; empty where nobody can say. */
export const PlaceText = v.optional(v.pipe(v.string(), v.trim(), v.maxLength(80, "At most 80 characters.")), "");

/** The day the customer was promised it; null when none was. */
export const PromisedOn = v.nullish(v.pipe(v.string(), v.isoDate("Give the day as 2026-11-30.")), null);

/** A remark that must be given, such as a reason. */
export const requiredText = (message: string, max = 300) =>
  v.pipe(v.string(message), v.trim(), v.minLength(3, message), v.maxLength(max, `At most ${max} characters.`));
