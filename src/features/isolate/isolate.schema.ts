import * as v from "valibot";
import { JobTarget, NoteText } from "@/features/job/jobTarget.schema";

const id = v.pipe(v.string(), v.minLength(1), v.maxLength(60));

/** The answer to a check. */
export const AnswerCheckInput = v.object({
  ...JobTarget.entries,
  checkId: id,
  outcomeId: id,
  minutes: v.nullish(
    v.pipe(v.number("Minutes as a number."), v.minValue(0, "Not below 0."), v.maxValue(600, "At most 600.")),
    null,
  ),
  note: NoteText,
});
export type AnswerCheckInput = v.InferOutput<typeof AnswerCheckInput>;

/** Something seen without a check. */
export const AddFindingInput = v.object({ ...JobTarget.entries, readingId: id, value: v.boolean(), note: NoteText });
export type AddFindingInput = v.InferOutput<typeof AddFindingInput>;

/** A finding to be taken back. */
export const WithdrawFindingInput = v.object({
  ...JobTarget.entries,
  seq: v.pipe(v.number(), v.integer(), v.minValue(1)),
  reason: NoteText,
});
export type WithdrawFindingInput = v.InferOutput<typeof WithdrawFindingInput>;

/** The cause, as one or more faults of the library. */
export const NameCauseInput = v.object({
  ...JobTarget.entries,
  faultIds: v.pipe(v.array(id), v.minLength(1, "Pick at least one fault."), v.maxLength(3, "At most three.")),
  note: NoteText,
});
export type NameCauseInput = v.InferOutput<typeof NameCauseInput>;
