import "server-only";
import { type ResultSetHeader, type RowDataPacket } from "mysql2/promise";
import { type Db } from "@/server/db";
import { NotFoundError } from "@/server/errors";

/** A picture of the report without its bytes. */
export interface ReportPicture {
  id: number;
  caption: string;
}

const LIST = `
  SELECT id, caption
    FROM report_picture
   WHERE job_id = ?
   ORDER BY id`;

/** The pictures of a job's report, oldest first. */
export async function listPictures(db: Db, jobId: number): Promise<ReportPicture[]> {
  const [rows] = await db.execute<RowDataPacket[]>(LIST, [jobId]);
  return rows.map(({ id, caption }) => ({ id, caption }));
}

/** A picture's bytes. @throws {NotFoundError} */
export async function getPicture(db: Db, jobId: number, id: number): Promise<Buffer> {
  const [rows] = await db.execute<RowDataPacket[]>("SELECT png FROM report_picture WHERE job_id = ? AND id = ?", [
    jobId,
    id,
  ]);
  if (!rows[0]) throw new NotFoundError("That picture");
  return rows[0].png;
}

const FIND_SAME = `
  SELECT id
    FROM report_picture
   WHERE job_id = ? AND sha256 = ?`;

/** The picture of this report with the same content, or null. */
export async function findSamePicture(db: Db, jobId: number, sha256: Buffer): Promise<number | null> {
  const [rows] = await db.execute<RowDataPacket[]>(FIND_SAME, [jobId, sha256]);
  return rows[0] ? Number(rows[0].id) : null;
}

const INSERT = `
  INSERT INTO report_picture (job_id, id, caption, sha256, png, person_id, added_at)
  SELECT ?, COALESCE(MAX(id), 0) + 1, ?, ?, ?, ?, ?
    FROM report_picture
   WHERE job_id = ?`;

/** Stores a picture. Call with the job locked. @returns its id on the job */
export async function insertPicture(
  db: Db,
  jobId: number,
  { caption, sha256, png }: { caption: string; sha256: Buffer; png: Buffer },
  personId: number,
  now: Date,
): Promise<number> {
  await db.execute(INSERT, [jobId, caption, sha256, png, personId, now, jobId]);
  return (await findSamePicture(db, jobId, sha256))!;
}

/** Takes a picture out. @returns what it was; @throws {NotFoundError} */
export async function deletePicture(db: Db, jobId: number, id: number): Promise<ReportPicture> {
  const found = (await listPictures(db, jobId)).find((picture) => picture.id === id);
  if (!found) throw new NotFoundError("That picture");
  await db.execute<ResultSetHeader>("DELETE FROM report_picture WHERE job_id = ? AND id = ?", [jobId, id]);
  return found;
}
