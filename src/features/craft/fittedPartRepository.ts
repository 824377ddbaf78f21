import "server-only";
import { type ResultSetHeader, type RowDataPacket } from "mysql2/promise";
import { type PartKind } from "@/core/craft/partKinds";
import { type Db } from "@/server/db";
import { ConflictError } from "@/server/errors";
import { type FittedPart } from "./craft";

interface FittedPartRow extends RowDataPacket {
  id: number;
  kind: PartKind;
  position: string;
  name: string;
  serial: string;
  continuous_a: number | null;
  fitted_at: Date;
  fitted_job_id: number | null;
  removed_at: Date | null;
  removed_job_id: number | null;
  removed_reason: string | null;
}

const LIST = `
  SELECT id, kind, position, name, serial, continuous_a, fitted_at, fitted_job_id, removed_at, removed_job_id, removed_reason
    FROM fitted_part
   WHERE craft_id = ?
   ORDER BY position, fitted_at DESC, id DESC`;

/** Every part the craft has or had, by position, the newest of each first. */
export async function listFittedParts(db: Db, craftId: number): Promise<FittedPart[]> {
  const [rows] = await db.execute<FittedPartRow[]>(LIST, [craftId]);
  return rows.map(toFittedPart);
}

const LIST_PLACES = `
  SELECT craft_id, kind, position
    FROM fitted_part
   WHERE removed_at IS NULL
     AND kind IN ('esc', 'motor', 'prop', 'servo')
   ORDER BY craft_id, id`;

/** Parts of several alike and where they are on every craft, by the craft's id: for questions of "where?". */
export async function listPlacesOfAll(db: Db): Promise<Map<number, { kind: PartKind; position: string }[]>> {
  const [rows] = await db.execute<(FittedPartRow & { craft_id: number })[]>(LIST_PLACES);
  const places = new Map<number, { kind: PartKind; position: string }[]>();
  for (const { craft_id, kind, position } of rows) {
    const own = places.get(craft_id);
    if (own) own.push({ kind, position });
    else places.set(craft_id, [{ kind, position }]);
  }
  return places;
}

/** A part to be put in. */
export type NewFittedPart = Pick<FittedPart, "kind" | "position" | "name" | "serial" | "continuousA">;

const NEXT_ID = `
  SELECT COALESCE(MAX(id), 0) + 1 AS next_id
    FROM fitted_part
   WHERE craft_id = ?
     FOR UPDATE`;

const INSERT = `
  INSERT INTO fitted_part (craft_id, id, kind, position, name, serial, continuous_a, fitted_at, fitted_job_id)
  VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`;

/** When and by which job a part went in. */
interface Fitting {
  at: Date;
  jobId: number | null;
}

/** Puts a part in. Call inside a transaction. @returns its id on the craft. */
export async function insertFittedPart(db: Db, craftId: number, part: NewFittedPart, fitted: Fitting): Promise<number> {
  const [rows] = await db.execute<RowDataPacket[]>(NEXT_ID, [craftId]);
  const id = Number(rows[0]!.next_id);
  await insertPartAs(db, craftId, id, part, fitted);
  return id;
}

/**
 * Puts the first parts into a craft that this same transaction added. They are counted from one and nothing is read:
 * to read "the highest id" of a craft without parts would lock the gap that the next new craft writes into, and two
 * crafts received at once would wait for each other.
 */
export async function insertFirstParts(
  db: Db,
  craftId: number,
  parts: readonly NewFittedPart[],
  fitted: Fitting,
): Promise<void> {
  for (const [i, part] of parts.entries()) await insertPartAs(db, craftId, i + 1, part, fitted);
}

async function insertPartAs(db: Db, craftId: number, id: number, part: NewFittedPart, fitted: Fitting): Promise<void> {
  const { kind, position, name, serial, continuousA } = part;
  await db.execute(INSERT, [craftId, id, kind, position, name, serial, continuousA, fitted.at, fitted.jobId]);
}

const CORRECT = `
  UPDATE fitted_part
     SET kind = ?, position = ?, name = ?, serial = ?, continuous_a = ?
   WHERE craft_id = ? AND id = ? AND removed_at IS NULL`;

/** Corrects what is noted of a part that is fitted. */
export async function correctFittedPart(db: Db, craftId: number, id: number, part: NewFittedPart): Promise<void> {
  const { kind, position, name, serial, continuousA } = part;
  await db.execute(CORRECT, [kind, position, name, serial, continuousA, craftId, id]);
}

const REMOVE = `
  UPDATE fitted_part
     SET removed_at = ?, removed_job_id = ?, removed_reason = ?
   WHERE craft_id = ? AND id = ? AND removed_at IS NULL`;

/** Takes a part out. @throws {ConflictError} when it is not fitted any more. */
export async function removeFittedPart(
  db: Db,
  craftId: number,
  partId: number,
  removed: { at: Date; jobId: number; reason: string },
): Promise<void> {
  const [result] = await db.execute<ResultSetHeader>(REMOVE, [
    removed.at,
    removed.jobId,
    removed.reason,
    craftId,
    partId,
  ]);
  if (result.affectedRows === 0) throw new ConflictError("That part has already been taken out.");
}

function toFittedPart(row: FittedPartRow): FittedPart {
  const { id, kind, position, name, serial } = row;
  return {
    id,
    kind,
    position,
    name,
    serial,
    continuousA: row.continuous_a,
    fittedAt: row.fitted_at,
    fittedJobId: row.fitted_job_id,
    removedAt: row.removed_at,
    removedJobId: row.removed_job_id,
    removedReason: row.removed_reason,
  };
}
