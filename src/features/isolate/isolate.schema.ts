import * as v from "valibot";
import { PART_KIND_LIST } from "@/core/craft/partKinds";
import { JobTarget, NoteText, PlaceText, requiredText } from "@/features/job/jobTarget.schema";

const id = v.pipe(v.string(), v.minLength(1), v.maxLength(60));
const seq = v.pipe(v.number(), v.integer(), v.minValue(1));
const isDoubtful = v.optional(v.boolean(), false);
const place = PlaceText;

/** The answer to a check: an outcome, or the measured value it is read from. */
export const AnswerCheckInput = v.object({
  ...JobTarget.entries,
  checkId: id,
  outcomeId: v.nullish(id, null),
  value: v.nullish(v.pipe(v.number("The value must be a number."), v.finite("The value must be a number.")), null),
  doubtful: isDoubtful,
  place,
  minutes: v.nullish(
    v.pipe(v.number("Minutes as a number."), v.minValue(0, "Not below 0."), v.maxValue(600, "At most 600.")),
    null,
  ),
  note: NoteText,
});
export type AnswerCheckInput = v.InferOutput<typeof AnswerCheckInput>;

/** Something seen without a check. */
export const AddFindingInput = v.object({
  ...JobTarget.entries,
  symptomId: id,
  value: v.boolean(),
  doubtful: isDoubtful,
  place,
  note: NoteText,
});
export type AddFindingInput = v.InferOutput<typeof AddFindingInput>;

/** A finding to be taken back; with `andLater`, everything found after it as well. */
export const WithdrawFindingInput = v.object({
  ...JobTarget.entries,
  seq,
  andLater: v.optional(v.boolean(), false),
  reason: NoteText,
});
export type WithdrawFindingInput = v.InferOutput<typeof WithdrawFindingInput>;

/** A finding to be marked doubtful or sure. */
export const DoubtFindingInput = v.object({ ...JobTarget.entries, seq, doubtful: v.boolean() });
export type DoubtFindingInput = v.InferOutput<typeof DoubtFindingInput>;

/** A finding from before the repair that is still so. */
export const ConfirmFindingInput = v.object({ ...JobTarget.entries, seq });
export type ConfirmFindingInput = v.InferOutput<typeof ConfirmFindingInput>;

/** One step of an experiment: what was changed or restored, and whether the fault shows. */
export const ExperimentStepInput = v.object({
  ...JobTarget.entries,
  changes: v.pipe(
    v.array(
      v.object({
        name: v.pipe(
          v.string(),
          v.trim(),
          v.minLength(1, "Say what was changed."),
          v.maxLength(120, "At most 120 characters."),
        ),
        to: v.picklist(["changed", "restored"]),
        /** The kind of part that a known-good one took the place of; null for a setting or anything else. */
        part: v.nullish(v.picklist(PART_KIND_LIST), null),
      }),
    ),
    v.minLength(1, "Say what was changed."),
    v.maxLength(6, "At most six changes in one step."),
  ),
  faultShows: v.boolean("Say whether the fault shows."),
  note: NoteText,
});
export type ExperimentStepInput = v.InferOutput<typeof ExperimentStepInput>;

/** Takes a cause back that was named wrongly. */
export const WithdrawCauseInput = v.object({
  ...JobTarget.entries,
  seq,
  reason: requiredText("Say why it is taken back."),
});
export type WithdrawCauseInput = v.InferOutput<typeof WithdrawCauseInput>;

/** The cause: one or more faults of the library, or something that it does not have. */
export const NameCauseInput = v.pipe(
  v.object({
    ...JobTarget.entries,
    faultIds: v.pipe(v.array(id), v.maxLength(3, "At most three.")),
    /** Where each of them is: fault → place. */
    places: v.optional(v.record(id, place), {}),
    /** The cause in whose place it is named, by its sequence number; null when it stands beside the others. */
    instead: v.nullish(seq, null),
    otherPlace: place,
    other: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(200, "At most 200 characters.")), ""),
    note: NoteText,
  }),
  v.forward(
    v.partialCheck(
      [["faultIds"], ["other"]],
      ({ faultIds, other }) => faultIds.length > 0 || other !== "",
      "Pick at least one fault, or say what it was.",
    ),
    ["faultIds"],
  ),
);
export type NameCauseInput = v.InferOutput<typeof NameCauseInput>;

/** Goes past a gate of the library, with the reason. */
export const OpenGateInput = v.object({
  ...JobTarget.entries,
  gateId: id,
  reason: requiredText("Say why it is opened: it stays in the history."),
});
export type OpenGateInput = v.InferOutput<typeof OpenGateInput>;
