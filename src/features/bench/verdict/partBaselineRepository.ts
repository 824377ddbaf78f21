import "server-only";
import { type RowDataPacket } from "mysql2/promise";
import { type EscFacts } from "@/core/bench/measure/esc/judgeEsc";
import { type ServoFacts } from "@/core/bench/measure/servo/servoRules";
import { type MotorFacts } from "@/core/bench/measure/motors/motorFacts";
import { type Db } from "@/server/db";
import { type BaselinedPart } from "./baselinedPart";

/** What is kept of each kind of part that has baselines. */
export interface PartFacts {
  motor: MotorFacts;
  servo: ServoFacts;
  esc: EscFacts;
}

/** Baselines of a kind, by the part's position on the craft. */
export type PartBaselines<Kind extends BaselinedPart> = Map<string, { runId: number; facts: PartFacts[Kind] }>;

const LIST = `
  SELECT p.position, b.run_id, b.facts
    FROM fitted_part AS p
    JOIN part_baseline AS b ON b.craft_id = p.craft_id AND b.part_id = p.id
   WHERE p.craft_id = ? AND p.removed_at IS NULL AND p.kind = ?`;

/** The baselines of the parts of a kind that are fitted now. A part that was replaced has none. */
export async function listPartBaselines<Kind extends BaselinedPart>(
  db: Db,
  craftId: number,
  kind: Kind,
): Promise<PartBaselines<Kind>> {
  const [rows] = await db.execute<RowDataPacket[]>(LIST, [craftId, kind]);
  return new Map(
    rows.map((row) => [
      row.position as string,
      { runId: row.run_id as number, facts: JSON.parse(row.facts as string) as PartFacts[Kind] },
    ]),
  );
}

const REPLACE = `
  REPLACE INTO part_baseline (craft_id, part_id, run_id, facts, taken_at)
  VALUES (?, ?, ?, ?, ?)`;

/** Keeps what a part measured when it was known to be good. */
export async function setPartBaseline(
  db: Db,
  {
    craftId,
    partId,
    runId,
    facts,
  }: { craftId: number; partId: number; runId: number; facts: PartFacts[BaselinedPart] },
  now: Date,
): Promise<void> {
  await db.execute(REPLACE, [craftId, partId, runId, JSON.stringify(facts), now]);
}
