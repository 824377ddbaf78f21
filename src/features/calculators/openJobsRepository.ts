import "server-only";
import { type RowDataPacket } from "mysql2/promise";
import { type Db } from "@/server/db";

/** An open job as one can pick it. */
export interface OpenJob {
  jobId: number;
  version: number;
  craftName: string;
  complaint: string;
}

const LIST = `
  SELECT j.id, j.version, c.name, j.complaint
    FROM job AS j
    JOIN craft AS c ON c.id = j.craft_id
   WHERE j.is_open = 1
   ORDER BY j.received_at DESC, j.id DESC
   LIMIT 200`;

/** The newest two hundred open jobs, newest first. */
export async function listOpenJobs(db: Db): Promise<OpenJob[]> {
  const [rows] = await db.execute<RowDataPacket[]>(LIST);
  return rows.map((row) => ({
    jobId: Number(row.id),
    version: Number(row.version),
    craftName: String(row.name),
    complaint: String(row.complaint),
  }));
}
