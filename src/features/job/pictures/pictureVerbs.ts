import "server-only";
import { createHash } from "node:crypto";
import { changeJob } from "@/features/job/changeJob";
import { pictureKept, pictureLeftOut } from "@/features/job/events/jobEvents";
import { pictureType } from "@/features/job/photos/pictureType";
import { AppError } from "@/server/errors";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type LeaveOutPictureInput } from "./picture.schema";
import { deletePicture, findSamePicture, insertPicture, listPictures } from "./reportPictureRepository";

/** Pictures that a report takes: two on a page, and an owner reads no album. */
export const MOST_PICTURES = 8;
/** A chart drawn for paper has some hundred kilobytes. */
export const MOST_PICTURE_BYTES = 1_800_000;
const LONGEST_CAPTION = 200;

/**
 * Puts a picture into a job's report. The same picture twice is kept once.
 *
 * @param picture - PNG.
 * @returns Its id on the job.
 * @throws {AppError} `forbidden`, `too_large`, `wrong_type` for anything but PNG, `invalid_input` without a caption or when the report
 *   is full, `not_ready` for a job that was handed back; {NotFoundError}
 */
export async function keepPicture(
  context: VerbContext,
  { jobId, png, ...given }: { jobId: number; caption: string; png: Buffer },
): Promise<{ pictureId: number }> {
  requireRole(context, "technician");
  const caption = [...given.caption.trim().toWellFormed()].slice(0, LONGEST_CAPTION).join("");
  if (caption === "")
    throw new AppError("invalid_input", "A picture of the report needs a line that says what it shows.");
  if (png.length > MOST_PICTURE_BYTES) throw new AppError("too_large", "That picture is too large for a report.");
  if (pictureType(png) !== "image/png") throw new AppError("wrong_type", "A picture of the report has to be a PNG.");
  const sha256 = createHash("sha256").update(png).digest();
  return changeJob(context, { jobId, version: "any" }, async (db) => {
    const same = await findSamePicture(db, jobId, sha256);
    if (same !== null) return { events: [], result: { pictureId: same } };
    if ((await listPictures(db, jobId)).length >= MOST_PICTURES)
      throw new AppError(
        "invalid_input",
        `The report has ${MOST_PICTURES} pictures already. Leave one out at Hand back.`,
      );
    const pictureId = await insertPicture(db, jobId, { caption, sha256, png }, context.person.id, context.now);
    return { events: [pictureKept.of({ pictureId, caption })], result: { pictureId } };
  });
}

/** Leaves a picture out of a job's report. @throws {AppError} `forbidden`; {ConflictError}; {NotFoundError} */
export async function leaveOutPicture(
  context: VerbContext,
  { pictureId, ...target }: LeaveOutPictureInput,
): Promise<{ leftOut: true }> {
  requireRole(context, "technician");
  return changeJob(context, target, async (db) => {
    const { caption } = await deletePicture(db, target.jobId, pictureId);
    return { events: [pictureLeftOut.of({ pictureId, caption })], result: { leftOut: true as const } };
  });
}
