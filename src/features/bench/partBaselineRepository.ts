import "server-only";
import { type RowDataPacket } from "mysql2/promise";
import { type MotorFacts } from "@/core/bench/measure/motorFacts";
import { type Db } from "@/server/db";

const LIST = `
  SELECT p.position, b.run_id, b.facts
    FROM fitted_part AS p
    JOIN part_baseline AS b ON b.craft_id = p.craft_id AND b.part_id = p.id
   WHERE p.craft_id = ? AND p.removed_at IS NULL AND p.kind = 'motor'`;

/** The baselines of the motors that are fitted now, by their position. A motor that was replaced has none. */
export async function listMotorBaselines(
  db: Db,
  craftId: number,
): Promise<Map<string, { runId: number; facts: MotorFacts }>> {
  const [rows] = await db.execute<RowDataPacket[]>(LIST, [craftId]);
  return new Map(
    rows.map((row) => [
      row.position as string,
      { runId: row.run_id as number, facts: JSON.parse(row.facts as string) as MotorFacts },
    ]),
  );
}

const REPLACE = `
  REPLACE INTO part_baseline (craft_id, part_id, run_id, facts, taken_at)
  VALUES (?, ?, ?, ?, ?)`;

/** Keeps what a part measured when it was known to be good. */
export async function setPartBaseline(
  db: Db,
  { craftId, partId, runId, facts }: { craftId: number; partId: number; runId: number; facts: MotorFacts },
  now: Date,
): Promise<void> {
  await db.execute(REPLACE, [craftId, partId, runId, JSON.stringify(facts), now]);
}
