import * as v from "valibot";
import { JobTarget, NoteText, PlaceText, requiredText } from "@/features/job/jobTarget.schema";

const proofKind = v.pipe(v.string(), v.minLength(1), v.maxLength(30));
const id = v.pipe(v.number(), v.integer(), v.minValue(1));
/** What was seen, as a symptom of the library; null where none fits. */
const symptomId = v.nullish(v.pipe(v.string(), v.minLength(1), v.maxLength(60)), null);

/** What a proof is met by. "eye" stands for what was asked for, and says why. */
const GivenEvidence = v.variant("by", [
  v.object({ by: v.literal("measurement"), seq: id, asFirstBaseline: v.optional(v.boolean(), false) }),
  v.object({
    by: v.literal("figures"),
    values: v.record(
      v.pipe(v.string(), v.maxLength(20)),
      v.pipe(v.number("Give the figure."), v.finite("Give the figure.")),
    ),
  }),
  v.object({ by: v.literal("photo"), photoId: id }),
  v.object({ by: v.literal("witness"), name: requiredText("Say who saw it.", 80) }),
  v.object({ by: v.literal("eye"), because: requiredText("Say why looking is enough here.") }),
]);
export type GivenEvidence = v.InferOutput<typeof GivenEvidence>;

/** What became of a proof. Failing and waiving need words: what was seen, or why it may be left out. */
export const DecideProofInput = v.pipe(
  v.object({
    ...JobTarget.entries,
    kind: proofKind,
    state: v.picklist(["met", "failed", "waived"], "Pick met, failed or waived."),
    note: NoteText,
    symptomId,
    place: PlaceText,
    evidence: v.nullish(GivenEvidence, null),
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

/** Takes back what was decided of a proof. */
export const ReopenProofInput = v.object({
  ...JobTarget.entries,
  kind: proofKind,
  reason: requiredText("Say why it is taken back."),
});
export type ReopenProofInput = v.InferOutput<typeof ReopenProofInput>;

/** A proof that failed for a plain reason and was put right on the spot. */
export const PutRightInput = v.object({
  ...JobTarget.entries,
  kind: proofKind,
  note: requiredText("Say what was seen."),
  symptomId,
  place: PlaceText,
  done: requiredText("Say what was done."),
  /** Wires or joints were touched: then power and ground are proven again. */
  isRewired: v.optional(v.boolean(), false),
});
export type PutRightInput = v.InferOutput<typeof PutRightInput>;

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
