import "server-only";
import { type RowDataPacket } from "mysql2/promise";
import { type LearnedCauses, type SeenCauses } from "@/core/diagnosis/library/learnedRate";
import { type History, type Phase } from "@/core/diagnosis/library/library.types";
import { type Db } from "@/server/db";
import { countLooks } from "./linkRepository";

/** A handed-back job that the shop can learn from. */
export interface ClosedCase {
  jobId: number;
  craftKind: string;
  faultIds: string[];
  counts: boolean;
  decidedBy: string | null;
  reason: string;
}

const ALL_JOBS = ""; // the fault id that counts every job of a kind

/** Adds a case that counts, with its counters. */
export async function insertClosedCase(
  db: Db,
  { jobId, craftKind, faultIds }: Pick<ClosedCase, "jobId" | "craftKind" | "faultIds">,
): Promise<void> {
  await db.execute("INSERT INTO closed_case (job_id, craft_kind, fault_ids) VALUES (?, ?, ?)", [
    jobId,
    craftKind,
    JSON.stringify(faultIds),
  ]);
  await addToCounters(db, craftKind, faultIds, 1);
}

/**
 * Takes a case out of the counts, or back in. Asking for what is so already changes nothing.
 *
 * @returns False when there is no such case.
 */
export async function setCaseCounts(
  db: Db,
  jobId: number,
  counts: boolean,
  { personId, reason }: { personId: number; reason: string },
): Promise<boolean> {
  const [rows] = await db.execute<RowDataPacket[]>(
    "SELECT craft_kind, fault_ids, counts FROM closed_case WHERE job_id = ? FOR UPDATE",
    [jobId],
  );
  const row = rows[0];
  if (!row) return false;
  if (Boolean(row.counts) === counts) return true;
  await db.execute("UPDATE closed_case SET counts = ?, decided_by = ?, reason = ? WHERE job_id = ?", [
    counts ? 1 : 0,
    personId,
    reason,
    jobId,
  ]);
  const by = counts ? 1 : -1;
  await addToCounters(db, String(row.craft_kind), JSON.parse(String(row.fault_ids)) as string[], by);
  await countLooks(db, jobId, by);
  return true;
}

const COUNT = `
  INSERT INTO cause_count (craft_kind, fault_id, jobs)
  VALUES (?, ?, ?)
  ON DUPLICATE KEY UPDATE jobs = jobs + ?`;

async function addToCounters(db: Db, craftKind: string, faultIds: readonly string[], by: 1 | -1): Promise<void> {
  for (const faultId of [ALL_JOBS, ...new Set(faultIds)]) {
    await db.execute(COUNT, [craftKind, faultId, Math.max(0, by), by]);
  }
}

const CIRCUMSTANCES = `
  SELECT job.phase, job.history, COUNT(*) AS jobs
    FROM closed_case AS c
    JOIN job ON job.id = c.job_id
   WHERE c.craft_kind = ? AND c.counts = 1
   GROUP BY job.phase, job.history`;

/** What the counted cases say of a kind of craft. */
export async function getLearnedCauses(db: Db, craftKind: string): Promise<LearnedCauses> {
  const [rows] = await db.execute<RowDataPacket[]>("SELECT fault_id, jobs FROM cause_count WHERE craft_kind = ?", [
    craftKind,
  ]);
  const counts = Object.fromEntries(rows.map((row) => [String(row.fault_id), Number(row.jobs)]));
  const { [ALL_JOBS]: jobs = 0, ...withFault } = counts;
  const [mix] = await db.execute<RowDataPacket[]>(CIRCUMSTANCES, [craftKind]);
  return {
    jobs,
    withFault,
    circumstances: mix.map((row) => ({
      phase: row.phase as Phase,
      history: row.history as History,
      jobs: Number(row.jobs),
    })),
  };
}

/** The newest counted cases: job, kind of craft and causes; at most 5,000. */
export async function listCountedCases(db: Db): Promise<Pick<ClosedCase, "jobId" | "craftKind" | "faultIds">[]> {
  const [rows] = await db.execute<RowDataPacket[]>(
    "SELECT job_id, craft_kind, fault_ids FROM closed_case WHERE counts = 1 ORDER BY job_id DESC LIMIT 5000",
  );
  return rows.map((row) => ({
    jobId: Number(row.job_id),
    craftKind: String(row.craft_kind),
    faultIds: JSON.parse(String(row.fault_ids)) as string[],
  }));
}

/** What the counted cases say of all kinds of craft together. */
export async function getAllLearnedCauses(db: Db): Promise<SeenCauses> {
  const [rows] = await db.execute<RowDataPacket[]>(
    "SELECT fault_id, SUM(jobs) AS jobs FROM cause_count GROUP BY fault_id",
  );
  const counts = Object.fromEntries(rows.map((row) => [String(row.fault_id), Number(row.jobs)]));
  const { [ALL_JOBS]: jobs = 0, ...withFault } = counts;
  return { jobs, withFault };
}

const FIND = `
  SELECT c.job_id, c.craft_kind, c.fault_ids, c.counts, p.display_name, c.reason
    FROM closed_case AS c
    LEFT JOIN person AS p ON p.id = c.decided_by
   WHERE c.job_id = ?`;

/** A job's case, or null while it is open. */
export async function findClosedCase(db: Db, jobId: number): Promise<ClosedCase | null> {
  const [rows] = await db.execute<RowDataPacket[]>(FIND, [jobId]);
  const row = rows[0];
  if (!row) return null;
  return {
    jobId: Number(row.job_id),
    craftKind: String(row.craft_kind),
    faultIds: JSON.parse(String(row.fault_ids)) as string[],
    counts: Boolean(row.counts),
    decidedBy: row.display_name === null ? null : String(row.display_name),
    reason: String(row.reason),
  };
}
