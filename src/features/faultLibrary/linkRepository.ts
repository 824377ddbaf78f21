import "server-only";
import { type RowDataPacket } from "mysql2/promise";
import { type SeenLink } from "@/core/diagnosis/library/learnedLinks";
import { type Db } from "@/server/db";

/** One look at a symptom on a closed job with one cause. */
export interface ClosedLook {
  jobId: number;
  faultId: string;
  symptomId: string;
  isSo: boolean;
  /** False while the job is taken out of what the shop learns from. */
  counts: boolean;
}

/** A link that a lead took back from the learning. */
export interface TakenBackLink {
  faultId: string;
  symptomId: string;
  by: string;
  reason: string;
  at: Date;
}

/** Adds what checks looked at on a job that is being closed with one cause, and counts it. */
export async function insertLooks(
  db: Db,
  jobId: number,
  faultId: string,
  looks: ReadonlyMap<string, boolean>,
): Promise<void> {
  if (looks.size === 0) return;
  for (const [symptomId, isSo] of looks) {
    await db.execute("INSERT INTO closed_look (job_id, fault_id, symptom_id, is_so) VALUES (?, ?, ?, ?)", [
      jobId,
      faultId,
      symptomId,
      isSo ? 1 : 0,
    ]);
  }
  await countLooks(db, jobId, 1);
}

const COUNT = `
  INSERT INTO link_count (fault_id, symptom_id, looked, shown)
  SELECT fault_id, symptom_id, 1, is_so FROM closed_look WHERE job_id = ? ORDER BY fault_id, symptom_id
  ON DUPLICATE KEY UPDATE looked = looked + 1, shown = shown + VALUES(shown)`;

const UNCOUNT = `
  UPDATE link_count AS n
    JOIN closed_look AS l ON l.fault_id = n.fault_id AND l.symptom_id = n.symptom_id
     SET n.looked = n.looked - 1, n.shown = n.shown - l.is_so
   WHERE l.job_id = ?`;

/** Takes a job's looks into the counters, or out of them. */
export async function countLooks(db: Db, jobId: number, by: 1 | -1): Promise<void> {
  await db.execute(by === 1 ? COUNT : UNCOUNT, [jobId]);
}

const SEEN = `
  SELECT n.fault_id, n.symptom_id, n.looked, n.shown
    FROM link_count AS n
    LEFT JOIN link_taken_back AS b ON b.fault_id = n.fault_id AND b.symptom_id = n.symptom_id
   WHERE n.looked > 0 AND b.fault_id IS NULL
   ORDER BY n.fault_id, n.symptom_id`;

/** What the counted cases say of links, without those that were taken back. */
export async function listSeenLinks(db: Db): Promise<SeenLink[]> {
  const [rows] = await db.execute<RowDataPacket[]>(SEEN);
  return rows.map((row) => ({
    faultId: String(row.fault_id),
    symptomId: String(row.symptom_id),
    looked: Number(row.looked),
    shown: Number(row.shown),
  }));
}

const LOOKS = `
  SELECT l.job_id, l.fault_id, l.symptom_id, l.is_so, c.counts
    FROM closed_look AS l
    JOIN closed_case AS c ON c.job_id = l.job_id
   ORDER BY l.job_id DESC, l.symptom_id
   LIMIT 20000`;

/** The looks that were learned from, the newest jobs first; at most 20,000. */
export async function listLooks(db: Db): Promise<ClosedLook[]> {
  const [rows] = await db.execute<RowDataPacket[]>(LOOKS);
  return rows.map((row) => ({
    jobId: Number(row.job_id),
    faultId: String(row.fault_id),
    symptomId: String(row.symptom_id),
    isSo: Boolean(row.is_so),
    counts: Boolean(row.counts),
  }));
}

const TAKEN_BACK = `
  SELECT b.fault_id, b.symptom_id, p.display_name, b.reason, b.taken_at
    FROM link_taken_back AS b
    JOIN person AS p ON p.id = b.person_id
   ORDER BY b.taken_at DESC`;

/** Links that nothing is learned of. */
export async function listLinksTakenBack(db: Db): Promise<TakenBackLink[]> {
  const [rows] = await db.execute<RowDataPacket[]>(TAKEN_BACK);
  return rows.map((row) => ({
    faultId: String(row.fault_id),
    symptomId: String(row.symptom_id),
    by: String(row.display_name),
    reason: String(row.reason),
    at: row.taken_at as Date,
  }));
}

/** Takes a link back; the reason of one that was taken back already stays. */
export async function insertLinkTakenBack(
  db: Db,
  { faultId, symptomId }: Pick<SeenLink, "faultId" | "symptomId">,
  { personId, reason, at }: { personId: number; reason: string; at: Date },
): Promise<void> {
  await db.execute(
    "INSERT IGNORE INTO link_taken_back (fault_id, symptom_id, person_id, reason, taken_at) VALUES (?, ?, ?, ?, ?)",
    [faultId, symptomId, personId, reason, at],
  );
}

/** Lets a link be learned of again. */
export async function deleteLinkTakenBack(
  db: Db,
  { faultId, symptomId }: Pick<SeenLink, "faultId" | "symptomId">,
): Promise<void> {
  await db.execute("DELETE FROM link_taken_back WHERE fault_id = ? AND symptom_id = ?", [faultId, symptomId]);
}
