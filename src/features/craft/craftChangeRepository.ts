import "server-only";
import { type RowDataPacket } from "mysql2/promise";
import * as v from "valibot";
import { type Db } from "@/server/db";

const Changed = v.record(v.string(), v.object({ from: v.string(), to: v.string() }));

/** What was changed on a craft's sheet at once: field → from what to what. */
export interface CraftChange {
  at: Date;
  personName: string;
  changed: v.InferOutput<typeof Changed>;
}

/** Writes a change of a craft's sheet. Call inside a transaction. */
export async function insertCraftChange(
  db: Db,
  craftId: number,
  { at, personId, changed }: Omit<CraftChange, "personName"> & { personId: number },
): Promise<void> {
  await db.execute("INSERT INTO craft_change (craft_id, at, person_id, changed) VALUES (?, ?, ?, ?)", [
    craftId,
    at,
    personId,
    JSON.stringify(changed),
  ]);
}

const LIST = `
  SELECT h.at, p.display_name, h.changed
    FROM craft_change AS h
    JOIN person AS p ON p.id = h.person_id
   WHERE h.craft_id = ?
   ORDER BY h.id DESC
   LIMIT 50`;

/** The newest changes of a craft's sheet. */
export async function listCraftChanges(db: Db, craftId: number): Promise<CraftChange[]> {
  const [rows] = await db.execute<RowDataPacket[]>(LIST, [craftId]);
  return rows.map(({ at, display_name, changed }) => ({
    at: at as Date,
    personName: String(display_name),
    changed: v.parse(Changed, JSON.parse(String(changed))),
  }));
}
