import * as v from "valibot";
import { JobTarget, NoteText } from "../jobTarget.schema";

/** Takes a job to another bay. */
export const EnterBayInput = v.object({
  ...JobTarget.entries,
  to: v.pipe(v.string("Pick a bay."), v.minLength(1, "Pick a bay."), v.maxLength(20, "Pick a bay.")),
  reason: NoteText,
});
export type EnterBayInput = v.InferOutput<typeof EnterBayInput>;
