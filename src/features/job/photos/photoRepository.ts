import "server-only";
import { type RowDataPacket } from "mysql2/promise";
import { type Db } from "@/server/db";
import { NotFoundError } from "@/server/errors";

/** A photo without its bytes. */
export interface PhotoInfo {
  id: number;
  fileName: string;
  byteCount: number;
  addedAt: Date;
}

const LIST = `
  SELECT id, file_name, byte_count, added_at
    FROM job_photo
   WHERE job_id = ?
   ORDER BY id`;

/** A job's photos, oldest first. */
export async function listPhotos(db: Db, jobId: number): Promise<PhotoInfo[]> {
  const [rows] = await db.execute<RowDataPacket[]>(LIST, [jobId]);
  return rows.map(({ id, file_name, byte_count, added_at }) => ({
    id,
    fileName: file_name,
    byteCount: byte_count,
    addedAt: added_at,
  }));
}

/** Those that were taken in since a moment; all of them where there is none. */
export function photosSince(photos: readonly PhotoInfo[], since: Date | null): PhotoInfo[] {
  return photos.filter(({ addedAt }) => since === null || addedAt >= since);
}

/** A photo's bytes and media type. @throws {NotFoundError} */
export async function getPhoto(db: Db, jobId: number, id: number): Promise<{ mediaType: string; bytes: Buffer }> {
  const [rows] = await db.execute<RowDataPacket[]>(
    "SELECT media_type, bytes FROM job_photo WHERE job_id = ? AND id = ?",
    [jobId, id],
  );
  if (!rows[0]) throw new NotFoundError("That photo");
  return { mediaType: rows[0].media_type, bytes: rows[0].bytes };
}

const FIND_SAME = `
  SELECT id
    FROM job_photo
   WHERE job_id = ? AND sha256 = ?`;

/** The photo of this job with the same content, or null. */
export async function findPhotoByHash(db: Db, jobId: number, sha256: Buffer): Promise<number | null> {
  const [rows] = await db.execute<RowDataPacket[]>(FIND_SAME, [jobId, sha256]);
  return rows[0] ? Number(rows[0].id) : null;
}

const INSERT = `
  INSERT INTO job_photo (job_id, id, media_type, file_name, byte_count, sha256, bytes, added_at)
  SELECT ?, COALESCE(MAX(id), 0) + 1, ?, ?, ?, ?, ?, ?
    FROM job_photo
   WHERE job_id = ?`;

/** Stores a photo. Call with the job locked. @returns its id on the job. */
export async function insertPhoto(
  db: Db,
  jobId: number,
  photo: { mediaType: string; fileName: string; sha256: Buffer; bytes: Buffer },
  now: Date,
): Promise<number> {
  const { mediaType, fileName, sha256, bytes } = photo;
  await db.execute(INSERT, [jobId, mediaType, fileName, bytes.length, sha256, bytes, now, jobId]);
  return (await findPhotoByHash(db, jobId, sha256))!;
}
