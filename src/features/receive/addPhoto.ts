import "server-only";
import { createHash } from "node:crypto";
import { changeJob } from "@/features/job/changeJob";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { AppError } from "@/server/errors";
import { photoAdded } from "./receive.manifest";
import { findPhotoByHash, insertPhoto } from "@/features/job/photos/photoRepository";
import { MAX_PHOTO_BYTES, pictureType } from "@/features/job/photos/pictureType";

const LONGEST_NAME = 160;

/**
 * Adds a photo to a job. The same picture twice is kept once.
 *
 * @returns The photo's id on the job.
 * @throws {AppError} `forbidden`, `too_large` over 15 MB, `wrong_type` for what is not a picture; {NotFoundError}
 */
export async function addPhoto(
  context: VerbContext,
  { jobId, bytes, ...given }: { jobId: number; fileName: string; bytes: Buffer },
): Promise<{ photoId: number }> {
  requireRole(context, "technician");
  const fileName = [...given.fileName.toWellFormed()].slice(0, LONGEST_NAME).join("");
  if (bytes.length > MAX_PHOTO_BYTES) {
    throw new AppError("too_large", `${fileName} has ${(bytes.length / 1048576).toFixed(1)} MB; the limit is 15 MB.`);
  }
  const mediaType = pictureType(bytes);
  if (!mediaType) throw new AppError("wrong_type", `${fileName} is not a PNG, JPEG or WebP picture.`);
  const sha256 = createHash("sha256").update(bytes).digest();
  // A photo adds to a job and overwrites nothing, so it goes onto whatever version the job has now.
  return changeJob(context, { jobId, version: "any" }, async (db) => {
    const same = await findPhotoByHash(db, jobId, sha256);
    if (same !== null) return { events: [], result: { photoId: same } };
    const photoId = await insertPhoto(db, jobId, { mediaType, fileName, sha256, bytes }, context.now);
    return { events: [photoAdded.of({ photoId, fileName })], result: { photoId } };
  });
}
