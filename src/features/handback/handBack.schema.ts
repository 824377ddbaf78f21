import * as v from "valibot";
import { JobTarget, NoteText, requiredText } from "@/features/job/jobTarget.schema";

/** Who takes the craft, and a word along. */
export const HandBackInput = v.object({
  ...JobTarget.entries,
  to: requiredText("Say who takes the craft.", 80),
  note: NoteText,
});
export type HandBackInput = v.InferOutput<typeof HandBackInput>;
