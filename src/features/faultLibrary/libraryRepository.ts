import "server-only";
import { type ResultSetHeader, type RowDataPacket } from "mysql2/promise";
import { type Db } from "@/server/db";
import { NotFoundError } from "@/server/errors";

/** One saved version of the library, without its content. */
export interface LibraryRevision {
  id: number;
  savedAt: Date;
  personName: string;
  note: string;
  summary: string;
}

/** Id of the newest revision; 0 when the shipped library is in use. */
export async function latestRevisionId(db: Db): Promise<number> {
  const [rows] = await db.execute<RowDataPacket[]>("SELECT COALESCE(MAX(id), 0) AS id FROM library_revision");
  return Number(rows[0]!.id);
}

/** The same, holding the end of the table locked until the transaction ends, so that two leads save one after the other. */
export async function lockLatestRevisionId(db: Db): Promise<number> {
  const [rows] = await db.execute<RowDataPacket[]>(
    "SELECT id FROM library_revision ORDER BY id DESC LIMIT 1 FOR UPDATE",
  );
  return rows[0] ? Number(rows[0].id) : 0;
}

/** Content of a revision, as the JSON it was saved as. @throws {NotFoundError} */
export async function getRevisionContent(db: Db, id: number): Promise<string> {
  const [rows] = await db.execute<RowDataPacket[]>("SELECT content FROM library_revision WHERE id = ?", [id]);
  if (!rows[0]) throw new NotFoundError(`Library revision ${id}`);
  return String(rows[0].content);
}

const LIST = `
  SELECT r.id, r.saved_at, p.display_name, r.note, r.summary
    FROM library_revision AS r
    JOIN person AS p ON p.id = r.person_id
   ORDER BY r.id DESC
   LIMIT 100`;

/** The newest hundred revisions, newest first. */
export async function listRevisions(db: Db): Promise<LibraryRevision[]> {
  const [rows] = await db.execute<RowDataPacket[]>(LIST);
  return rows.map((row) => ({
    id: Number(row.id),
    savedAt: row.saved_at as Date,
    personName: String(row.display_name),
    note: String(row.note),
    summary: String(row.summary),
  }));
}

const INSERT = `
  INSERT INTO library_revision (saved_at, person_id, note, summary, content)
  VALUES (?, ?, ?, ?, ?)`;

/** Saves a revision. @returns its id. */
export async function insertRevision(
  db: Db,
  revision: { savedAt: Date; personId: number; note: string; summary: string; content: string },
): Promise<number> {
  const { savedAt, personId, note, summary, content } = revision;
  const [result] = await db.execute<ResultSetHeader>(INSERT, [savedAt, personId, note, summary.slice(0, 500), content]);
  return result.insertId;
}
