import * as v from "valibot";
import { JobTarget, NoteText } from "@/features/job/jobTarget.schema";

/** What became of a proof. Failing and waiving need words: what was seen, or why it may be left out. */
export const DecideProofInput = v.pipe(
  v.object({
    ...JobTarget.entries,
    kind: v.pipe(v.string(), v.minLength(1), v.maxLength(30)),
    state: v.picklist(["met", "failed", "waived"], "Pick met, failed or waived."),
    note: NoteText,
    /** What was seen when it failed, as a symptom of the library; null where none fits. */
    symptomId: v.nullish(v.pipe(v.string(), v.minLength(1), v.maxLength(60)), null),
  }),
  v.forward(
    v.partialCheck(
      [["state"], ["note"]],
      ({ state, note }) => state === "met" || note.length >= 3,
      "Say what was seen, or why it is waived.",
    ),
    ["note"],
  ),
);
export type DecideProofInput = v.InferOutput<typeof DecideProofInput>;

/** One flight after the repair. */
export const LogSortieInput = v.object({
  ...JobTarget.entries,
  seconds: v.pipe(
    v.number("Give the time flown in seconds."),
    v.minValue(1, "At least 1 s."),
    v.maxValue(36_000, "At most 10 h."),
  ),
  failures: v.pipe(
    v.number("How often did it fail?"),
    v.integer("Whole times."),
    v.minValue(0, "Not below 0."),
    v.maxValue(1000, "At most 1000."),
  ),
  note: NoteText,
});
export type LogSortieInput = v.InferOutput<typeof LogSortieInput>;
