import "server-only";
import { type RowDataPacket } from "mysql2/promise";
import { type Db } from "@/server/db";

/** Settings that were kept, without their text. */
export interface KeptSettings {
  id: number;
  jobId: number;
  name: string;
  target: string;
  lineCount: number;
  at: Date;
  by: string;
}

const LIST = `
  SELECT s.id, s.job_id, s.name, s.target, s.line_count, s.created_at, p.display_name
    FROM settings_snapshot AS s
    JOIN person AS p ON p.id = s.person_id
   WHERE s.craft_id = ?
   ORDER BY s.id DESC
   LIMIT 20`;

/** The newest twenty of a craft, newest first. */
export async function listSettings(db: Db, craftId: number): Promise<KeptSettings[]> {
  const [rows] = await db.execute<RowDataPacket[]>(LIST, [craftId]);
  return rows.map((row) => ({
    id: Number(row.id),
    jobId: Number(row.job_id),
    name: row.name as string,
    target: row.target as string,
    lineCount: Number(row.line_count),
    at: row.created_at as Date,
    by: row.display_name as string,
  }));
}

const GET_TEXT = "SELECT content FROM settings_snapshot WHERE craft_id = ? AND id = ?";

/** The text as it came; null when there is no such snapshot of the craft. */
export async function findSettingsText(db: Db, craftId: number, id: number): Promise<string | null> {
  const [rows] = await db.execute<RowDataPacket[]>(GET_TEXT, [craftId, id]);
  return rows[0] ? (rows[0].content as Buffer).toString("utf8") : null;
}

const INSERT = `
  INSERT INTO settings_snapshot (craft_id, job_id, name, target, content, line_count, person_id, created_at)
  VALUES (?, ?, ?, ?, ?, ?, ?, ?)`;

/** Keeps a text. */
export async function insertSettings(
  db: Db,
  {
    craftId,
    jobId,
    name,
    target,
    text,
  }: { craftId: number; jobId: number; name: string; target: string; text: string },
  personId: number,
  now: Date,
): Promise<void> {
  const lineCount = text.split("\n").length;
  await db.execute(INSERT, [craftId, jobId, name, target, Buffer.from(text, "utf8"), lineCount, personId, now]);
}
