import { CoreInputError } from "@/core/CoreInputError";
import { judgeFigures, type ProofNeeds } from "@/core/prove/proofNeeds";
import { type MetBy } from "@/features/job/events/jobEvents";
import { type JobMeasurement } from "@/features/job/events/measurements";
import { AppError } from "@/server/errors";
import { type GivenEvidence } from "./prove.schema";

/** What is on the job that a proof can be met by. */
export interface EvidenceOnJob {
  measurements: readonly JobMeasurement[];
  photos: readonly { id: number; fileName: string }[];
}

/** True when looking is all that a proof asks. */
export function asksNothing(needs: ProofNeeds | undefined): boolean {
  return needs === undefined;
}

/**
 * Holds what was given against what a proof asks for.
 *
 * @returns What it was met by, as it is kept; null where looking is all that it asks.
 * @throws {AppError} `not_ready` when what is asked for was not given, or does not prove it; `invalid_input` for a figure that
 *   is missing and for a run or a photo that is not on the job.
 */
export function weighEvidence(
  needs: ProofNeeds | undefined,
  given: GivenEvidence | null,
  { measurements, photos }: EvidenceOnJob,
): MetBy | null {
  if (given?.by === "eye" && !asksNothing(needs)) return { by: "eye", text: given.because };
  if (!needs) return null;
  switch (given?.by) {
    case "measurement":
      return weighMeasurement(needs, given, measurements);
    case "figures": {
      if (!needs.figures) break;
      const verdict = figuresVerdict(needs.figures, given.values);
      if (verdict.word === "false")
        throw new AppError(
          "not_ready",
          `That does not meet it: ${verdict.text}. Record it as failed, or measure again.`,
        );
      return { by: "figures", text: verdict.text };
    }
    case "photo": {
      const photo = photos.find(({ id }) => id === given.photoId);
      if (!needs.photo) break;
      if (!photo) throw new AppError("invalid_input", "That photo is not on this job.");
      return { by: "photo", photoId: photo.id, text: photo.fileName };
    }
    case "witness":
      if (!needs.witness) break;
      return { by: "witness", text: given.name };
  }
  throw new AppError("not_ready", `This proof wants ${needsText(needs)}. Without it: met by eye, with the reason.`);
}

function weighMeasurement(
  needs: ProofNeeds,
  given: Extract<GivenEvidence, { by: "measurement" }>,
  measurements: readonly JobMeasurement[],
): MetBy {
  const kept = measurements.find(({ seq }) => seq === given.seq);
  if (!kept || !needs.measured?.includes(kept.of))
    throw new AppError("invalid_input", "That measurement is not on this job, or it is of something else.");
  if (!kept.isCurrent)
    throw new AppError(
      "not_ready",
      `${kept.title} was measured before the last repair: it speaks of the craft before.`,
    );
  if (!kept.isWhole)
    throw new AppError("not_ready", `${kept.title} was cut before its end: it can fail a proof, not meet one.`);
  if (kept.word === "bad") throw new AppError("not_ready", `${kept.title} says bad: ${kept.reason}`);
  const isFirst = Boolean(needs.baseline) && !kept.isCompared;
  if (isFirst && kept.runId === null)
    throw new AppError(
      "not_ready",
      `${kept.title} was held against nothing, and typed readings are no baseline: run it on the rig.`,
    );
  if (isFirst && !given.asFirstBaseline)
    throw new AppError(
      "not_ready",
      `${kept.title} was held against nothing. Take it as the first baseline, or run it against one.`,
    );
  if (kept.word === "cannot say" && !isFirst)
    throw new AppError("not_ready", `${kept.title} cannot say: ${kept.reason}`);
  return {
    by: "measurement",
    seq: kept.seq,
    text: `${kept.title}, ${kept.word}${kept.reason ? `: ${kept.reason}` : ""}`,
    isFirstBaseline: isFirst,
  };
}

function figuresVerdict(need: NonNullable<ProofNeeds["figures"]>, values: Readonly<Record<string, number>>) {
  try {
    return judgeFigures(need, values);
  } catch (error) {
    if (error instanceof CoreInputError) throw new AppError("invalid_input", `${error.message}.`, { cause: error });
    throw error;
  }
}

/** What a proof wants, in words: "a kept run of the bench, or the figures (craft shows, meter says)". */
export function needsText({ measured, figures, photo, witness, sorties }: ProofNeeds): string {
  return [
    measured ? "a kept measurement of the bench" : "",
    figures
      ? `the ${figures.fields.length > 1 ? "figures" : "figure"} (${figures.fields.map(({ label, unit }) => `${label}, ${unit}`).join("; ")})`
      : "",
    photo ? `a photo of ${photo}` : "",
    witness ? `a witness: ${witness}` : "",
    sorties ? "clean flying, logged as sorties" : "",
  ]
    .filter(Boolean)
    .join(", or ");
}
