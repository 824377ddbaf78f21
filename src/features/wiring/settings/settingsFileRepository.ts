import "server-only";
import { type ResultSetHeader, type RowDataPacket } from "mysql2/promise";
import { type Db } from "@/server/db";

/** A settings file that is kept as it came, without its bytes. */
export interface KeptFile {
  id: number;
  jobId: number;
  name: string;
  target: string;
  byteCount: number;
  at: Date;
  by: string;
}

const LIST = `
  SELECT f.id, f.job_id, f.name, f.target, f.byte_count, f.created_at, p.display_name
    FROM settings_file AS f
    JOIN person AS p ON p.id = f.person_id
   WHERE f.craft_id = ?
   ORDER BY f.id DESC
   LIMIT 20`;

/** The newest twenty of a craft, newest first. */
export async function listSettingsFiles(db: Db, craftId: number): Promise<KeptFile[]> {
  const [rows] = await db.execute<RowDataPacket[]>(LIST, [craftId]);
  return rows.map((row) => ({
    id: row.id as number,
    jobId: row.job_id as number,
    name: row.name as string,
    target: row.target as string,
    byteCount: row.byte_count as number,
    at: row.created_at as Date,
    by: row.display_name as string,
  }));
}

/** Well under the database's largest packet. */
const PART_BYTES = 4 * 1024 * 1024;

const INSERT = `
  INSERT INTO settings_file (craft_id, job_id, name, target, byte_count, sha256, person_id, created_at)
  VALUES (?, ?, ?, ?, ?, ?, ?, ?)`;

/** A file as it came. */
export interface NewFile {
  craftId: number;
  jobId: number;
  name: string;
  target: string;
  bytes: Buffer;
  sha256: Buffer;
  personId: number;
  at: Date;
}

/** Keeps a file. Call inside a transaction. */
export async function insertSettingsFile(db: Db, file: NewFile): Promise<void> {
  const { craftId, jobId, name, target, bytes, sha256, personId, at } = file;
  const values = [craftId, jobId, name, target, bytes.length, sha256, personId, at];
  const [{ insertId }] = await db.execute<ResultSetHeader>(INSERT, values);
  for (let seq = 0; seq * PART_BYTES < bytes.length; seq += 1)
    await db.execute("INSERT INTO settings_file_part (file_id, seq, bytes) VALUES (?, ?, ?)", [
      insertId,
      seq,
      bytes.subarray(seq * PART_BYTES, (seq + 1) * PART_BYTES),
    ]);
}

/** A file of a craft with its bytes; null when there is none. */
export async function findSettingsFile(
  db: Db,
  craftId: number,
  id: number,
): Promise<{ name: string; bytes: Buffer } | null> {
  const [files] = await db.execute<RowDataPacket[]>("SELECT name FROM settings_file WHERE craft_id = ? AND id = ?", [
    craftId,
    id,
  ]);
  if (!files[0]) return null;
  const [parts] = await db.execute<RowDataPacket[]>(
    "SELECT bytes FROM settings_file_part WHERE file_id = ? ORDER BY seq",
    [id],
  );
  return { name: files[0].name as string, bytes: Buffer.concat(parts.map(({ bytes }) => bytes as Buffer)) };
}
