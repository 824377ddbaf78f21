import "server-only";
import { type ResultSetHeader, type RowDataPacket } from "mysql2/promise";
import { type ProofState } from "@/core/prove/orderProofs";
import { type Db } from "@/server/db";
import { type Proof } from "./proof";

interface ProofRow extends RowDataPacket {
  kind: string;
  state: ProofState;
  asked_by: string;
  note: string;
  met_by: string;
  display_name: string | null;
  decided_at: Date | null;
}

const LIST = `
  SELECT f.kind, f.state, f.asked_by, f.note, f.met_by, p.display_name, f.decided_at
    FROM proof AS f
    LEFT JOIN person AS p ON p.id = f.decided_by
   WHERE f.job_id = ?
   ORDER BY f.place`;

/** A job's proofs in working order. */
export async function listProofs(db: Db, jobId: number): Promise<Proof[]> {
  const [rows] = await db.execute<ProofRow[]>(LIST, [jobId]);
  return rows.map(({ kind, state, asked_by, note, met_by, display_name, decided_at }) => ({
    kind,
    state,
    askedBy: asked_by,
    note,
    metBy: met_by,
    decidedBy: display_name,
    decidedAt: decided_at,
  }));
}

const ASK = `
  INSERT INTO proof (job_id, kind, place, asked_by)
  VALUES (?, ?, ?, ?)
      ON DUPLICATE KEY UPDATE place = VALUES(place)`;

// One proof may be owed for several places: while it is open each that asks for it stands by its name.
const REOPEN = `
  UPDATE proof
     SET asked_by = CASE
           WHEN state <> 'open' THEN ?
           WHEN LOCATE(?, asked_by) > 0 THEN asked_by
           ELSE LEFT(CONCAT(asked_by, ' and ', ?), 200)
         END,
         state = 'open', note = '', met_by = '', decided_by = NULL, decided_at = NULL
   WHERE job_id = ? AND kind = ?`;

/**
 * Writes a job's proof list in working order. Proofs in `reopen` lose what was decided before: the new repair invalidated it.
 */
export async function saveProofList(
  db: Db,
  jobId: number,
  ordered: readonly string[],
  reopen: readonly string[],
  askedBy: string,
): Promise<void> {
  for (const [place, kind] of ordered.entries()) await db.execute(ASK, [jobId, kind, place, askedBy]);
  for (const kind of reopen) await db.execute(REOPEN, [askedBy, askedBy, askedBy, jobId, kind]);
}

const DECIDE = `
  UPDATE proof
     SET state = ?, note = ?, met_by = ?, decided_by = ?, decided_at = ?
   WHERE job_id = ? AND kind = ?`;

/** Writes what was decided of a proof. @returns false when the job has no such proof. */
export async function decideProofRow(
  db: Db,
  jobId: number,
  kind: string,
  decision: { state: ProofState; note: string; metBy?: string; personId: number | null; at: Date | null },
): Promise<boolean> {
  const { state, note, metBy = "", personId, at } = decision;
  const [result] = await db.execute<ResultSetHeader>(DECIDE, [
    state,
    note,
    metBy.slice(0, 300),
    personId,
    at,
    jobId,
    kind,
  ]);
  return result.affectedRows === 1;
}
