import "server-only";
import { type ResultSetHeader, type RowDataPacket } from "mysql2/promise";
import * as v from "valibot";
import { type EscMatrix } from "@/core/bench/escSettings";
import { type Db } from "@/server/db";
import { ConflictError } from "@/server/errors";
import { EscMatrixSchema } from "./escMatrix.schema";

/** The settings of a craft's ESCs, or null when they were never written down. */
export async function findEscSettings(db: Db, craftId: number): Promise<{ matrix: EscMatrix; version: number } | null> {
  const [rows] = await db.execute<RowDataPacket[]>("SELECT content, version FROM esc_settings WHERE craft_id = ?", [
    craftId,
  ]);
  const [row] = rows;
  return row
    ? { matrix: v.parse(EscMatrixSchema, JSON.parse(row.content as string)), version: row.version as number }
    : null;
}

const UPDATE = `
  UPDATE esc_settings
     SET content = ?, version = version + 1
   WHERE craft_id = ? AND version = ?`;

/**
 * Saves the settings of a craft's ESCs.
 *
 * @param version - As it was read; 0 for none yet.
 * @throws {ConflictError} when somebody else saved meanwhile.
 */
export async function saveEscSettingsRow(db: Db, craftId: number, matrix: EscMatrix, version: number): Promise<void> {
  const content = JSON.stringify(matrix);
  const [result] =
    version === 0
      ? await db.execute<ResultSetHeader>("INSERT IGNORE INTO esc_settings (craft_id, content) VALUES (?, ?)", [
          craftId,
          content,
        ])
      : await db.execute<ResultSetHeader>(UPDATE, [content, craftId, version]);
  if (result.affectedRows === 0) throw new ConflictError("Somebody changed the ESC settings while you worked on them.");
}
