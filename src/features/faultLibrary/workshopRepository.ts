import "server-only";
import { type ResultSetHeader, type RowDataPacket } from "mysql2/promise";
import * as v from "valibot";
import { type Db } from "@/server/db";
import { ConflictError } from "@/server/errors";
import { DEFAULT_WORKSHOP } from "./defaultWorkshop";
import { WorkshopContent } from "./workshop.schema";

/** The workshop with the version it was read at; 0 when nobody has said anything yet. */
export interface StoredWorkshop {
  content: WorkshopContent;
  version: number;
}

/** What the shop has and what things cost. */
export async function getWorkshop(db: Db): Promise<StoredWorkshop> {
  const [rows] = await db.execute<RowDataPacket[]>("SELECT content, version FROM workshop WHERE id = 1");
  if (!rows[0]) return { content: DEFAULT_WORKSHOP, version: 0 };
  return { content: v.parse(WorkshopContent, JSON.parse(String(rows[0].content))), version: Number(rows[0].version) };
}

/** Stores the workshop if it still has the version that was read. @throws {ConflictError} */
export async function saveWorkshopRow(db: Db, content: WorkshopContent, version: number): Promise<void> {
  const json = JSON.stringify(content);
  const [result] =
    version === 0
      ? await db.execute<ResultSetHeader>("INSERT IGNORE INTO workshop (id, content) VALUES (1, ?)", [json])
      : await db.execute<ResultSetHeader>(
          "UPDATE workshop SET content = ?, version = version + 1 WHERE id = 1 AND version = ?",
          [json, version],
        );
  if (result.affectedRows === 0) {
    throw new ConflictError(
      "Somebody changed the workshop while you worked on it. Nothing of yours was stored yet.",
      [],
    );
  }
}
