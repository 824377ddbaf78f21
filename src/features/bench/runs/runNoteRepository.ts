import "server-only";
import { type RowDataPacket } from "mysql2/promise";
import { type Db } from "@/server/db";

/** A remark at a moment of a run. */
export interface RunNote {
  atS: number;
  note: string;
  by: string;
}

const LIST = `
  SELECT n.at_s, n.note, p.display_name
    FROM bench_run_note AS n
    JOIN person AS p ON p.id = n.person_id
   WHERE n.run_id = ?
   ORDER BY n.at_s, n.id`;

/** The remarks on a run, by their moment. */
export async function listRunNotes(db: Db, runId: number): Promise<RunNote[]> {
  const [rows] = await db.execute<RowDataPacket[]>(LIST, [runId]);
  return rows.map((row) => ({ atS: row.at_s as number, note: row.note as string, by: row.display_name as string }));
}

const INSERT = `
  INSERT INTO bench_run_note (run_id, at_s, note, person_id, noted_at, request_key)
  VALUES (?, ?, ?, ?, ?, ?)
  ON DUPLICATE KEY UPDATE run_id = run_id`;

/** Writes a remark; the same request twice is written once. */
export async function insertRunNote(
  db: Db,
  {
    runId,
    atS,
    note,
    personId,
    requestKey,
  }: { runId: number; atS: number; note: string; personId: number; requestKey?: string | undefined },
  now: Date,
): Promise<void> {
  await db.execute(INSERT, [runId, atS, note, personId, now, requestKey ?? null]);
}
