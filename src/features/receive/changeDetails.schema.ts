import * as v from "valibot";
import { JobTarget, PromisedOn, requiredText } from "@/features/job/jobTarget.schema";

/** What of the intake can be corrected later. */
export const ChangeDetailsInput = v.object({
  ...JobTarget.entries,
  complaint: requiredText("Say in a few words what is wrong."),
  lastChange: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(300, "At most 300 characters.")), ""),
  waitingFor: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(120, "At most 120 characters.")), ""),
  promisedOn: PromisedOn,
  isUrgent: v.optional(v.boolean(), false),
  technicianId: v.nullish(v.pipe(v.number(), v.integer()), null),
});
export type ChangeDetailsInput = v.InferOutput<typeof ChangeDetailsInput>;
