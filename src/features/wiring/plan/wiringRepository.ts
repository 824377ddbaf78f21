import "server-only";
import { type RowDataPacket } from "mysql2/promise";
import * as v from "valibot";
import { type Board } from "@/core/refit/wiring/board";
import { type Device, type Wire, type WiringCase } from "@/core/refit/wiring/wiringCase";
import { type Db } from "@/server/db";
import { BoardFile, DeviceFile, WireFile, WiringCaseFile } from "@/features/boards/board.schema";

/** What is planned on a job; version 0 where nothing is. */
export interface StoredPlan {
  version: number;
  wiring: WiringCase | null;
}

/** The plan of a job. */
export async function findPlan(db: Db, jobId: number): Promise<StoredPlan> {
  const [rows] = await db.execute<RowDataPacket[]>("SELECT version, content FROM wiring_plan WHERE job_id = ?", [
    jobId,
  ]);
  if (!rows[0]) return { version: 0, wiring: null };
  return { version: Number(rows[0].version), wiring: v.parse(WiringCaseFile, JSON.parse(String(rows[0].content))) };
}

const SAVE_PLAN = `
  INSERT INTO wiring_plan (job_id, version, content)
  VALUES (?, 1, ?)
      ON DUPLICATE KEY UPDATE version = version + 1, content = VALUES(content)`;

/** Writes the plan of a job. Call with the job locked. */
export async function savePlan(db: Db, jobId: number, wiring: WiringCase): Promise<void> {
  await db.execute(SAVE_PLAN, [jobId, JSON.stringify(wiring)]);
}

const CraftWiringFile = v.object({ board: BoardFile, devices: v.array(DeviceFile), wires: v.array(WireFile) });

/** How a craft is wired. */
export interface CraftWiring {
  version: number;
  jobId: number;
  board: Board;
  devices: Device[];
  wires: Wire[];
}

const FIND_WIRING = `
  SELECT version, job_id, content
    FROM craft_wiring
   WHERE craft_id = ?
   ORDER BY version DESC
   LIMIT 1`;

/** How a craft is wired now, null where nobody said. */
export async function findCraftWiring(db: Db, craftId: number): Promise<CraftWiring | null> {
  const [rows] = await db.execute<RowDataPacket[]>(FIND_WIRING, [craftId]);
  if (!rows[0]) return null;
  const content = v.parse(CraftWiringFile, JSON.parse(String(rows[0].content)));
  return { version: Number(rows[0].version), jobId: Number(rows[0].job_id), ...content };
}

const INSERT_WIRING = `
  INSERT INTO craft_wiring (craft_id, version, job_id, content, created_at)
  SELECT ?, COALESCE(MAX(version), 0) + 1, ?, ?, ?
    FROM craft_wiring
   WHERE craft_id = ?`;

/** Writes how a craft is wired, as its next version. Call with its job locked. */
export async function insertCraftWiring(
  db: Db,
  craftId: number,
  jobId: number,
  wiring: Omit<CraftWiring, "version" | "jobId">,
  now: Date,
): Promise<void> {
  await db.execute(INSERT_WIRING, [craftId, jobId, JSON.stringify(wiring), now, craftId]);
}
