import "server-only";
import { type ResultSetHeader, type RowDataPacket } from "mysql2/promise";
import { type PartKind } from "@/core/craft/partKinds";
import { type RemovedAs } from "@/core/refit/removedAs";
import { type FittedOnce } from "@/core/refit/typeHistory";
import { type Db } from "@/server/db";
import { ConflictError } from "@/server/errors";
import { type Craft, type FittedPart } from "./craft";

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
  removed_as: RemovedAs | null;
  from_craft_id: number | null;
  lent_to_craft_id: number | null;
}

const LIST = `
  SELECT id, kind, position, name, serial, continuous_a, fitted_at, fitted_job_id, removed_at, removed_job_id, removed_reason,
         removed_as, from_craft_id, lent_to_craft_id
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
  INSERT INTO fitted_part (craft_id, id, kind, position, name, serial, continuous_a, fitted_at, fitted_job_id,
                           from_craft_id, cost_cents, minutes)
  VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`;

/** When and by which job a part went in, where it came from, and what it took. */
interface Fitting {
  at: Date;
  jobId: number | null;
  fromCraftId?: number | null;
  costCents?: number | null;
  minutes?: number | null;
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
  const { at, jobId, fromCraftId = null, costCents = null, minutes = null } = fitted;
  const values = [craftId, id, kind, position, name, serial, continuousA, at, jobId, fromCraftId, costCents, minutes];
  await db.execute(INSERT, values);
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
     SET removed_at = ?, removed_job_id = ?, removed_reason = ?, removed_as = ?, lent_to_craft_id = ?
   WHERE craft_id = ? AND id = ? AND removed_at IS NULL`;

/** Takes a part out. @throws {ConflictError} when it is not fitted any more. */
export async function removeFittedPart(
  db: Db,
  craftId: number,
  partId: number,
  removed: { at: Date; jobId: number; reason: string; removedAs: RemovedAs | null; lentToCraftId?: number },
): Promise<void> {
  const [result] = await db.execute<ResultSetHeader>(REMOVE, [
    removed.at,
    removed.jobId,
    removed.reason,
    removed.removedAs,
    removed.lentToCraftId ?? null,
    craftId,
    partId,
  ]);
  if (result.affectedRows === 0) throw new ConflictError("That part has already been taken out.");
}

const LACKING = `
  SELECT f.craft_id, COUNT(DISTINCT f.position) AS positions
    FROM fitted_part AS f
   WHERE f.lent_to_craft_id IS NOT NULL
     AND NOT EXISTS (SELECT 1
                       FROM fitted_part AS now
                      WHERE now.craft_id = f.craft_id AND now.position = f.position AND now.removed_at IS NULL)
   GROUP BY f.craft_id`;

/** How many positions stand empty since their part was taken for another craft, by the craft's id. */
export async function listLacking(db: Db): Promise<Map<number, number>> {
  const [rows] = await db.execute<RowDataPacket[]>(LACKING);
  return new Map(rows.map(({ craft_id, positions }) => [Number(craft_id), Number(positions)]));
}

/** A part on another craft. */
export interface PartElsewhere {
  craftId: number;
  craftName: string;
  tailNumber: string;
  partId: number;
  position: string;
  name: string;
  serial: string;
  continuousA: number | null;
  /** The craft's open job; null for one that is on none, and may be with its owner. */
  jobId: number | null;
}

const FIND_ELSEWHERE = `
  SELECT f.craft_id, c.name AS craft_name, c.tail_number, f.id, f.position, f.name, f.serial, f.continuous_a, j.id AS job_id
    FROM fitted_part AS f
    JOIN craft AS c ON c.id = f.craft_id
    LEFT JOIN job AS j ON j.craft_id = c.id AND j.is_open = 1
   WHERE f.kind = ? AND f.removed_at IS NULL AND f.craft_id <> ?`;

/** Parts of a kind that are fitted on other craft whose name, tail number or part holds a text; those that gave parts before come first. */
export async function findPartsElsewhere(
  db: Db,
  { kind, notOn, search, most }: { kind: PartKind; notOn: number; search: string; most: number },
): Promise<PartElsewhere[]> {
  const like = `%${search.replace(/[\\%_]/g, "\\$&")}%`;
  const [rows] = await db.execute<RowDataPacket[]>(
    `${FIND_ELSEWHERE} AND (c.name LIKE ? OR c.tail_number LIKE ? OR f.name LIKE ?)
   ORDER BY EXISTS (SELECT 1 FROM fitted_part AS l WHERE l.craft_id = c.id AND l.lent_to_craft_id IS NOT NULL) DESC,
            c.name, f.position
   LIMIT ${most}`,
    [kind, notOn, like, like, like],
  );
  return rows.map(toPartElsewhere);
}

/** Where else a part of this name and serial is fitted now; makers count alike, so the serial alone says little. */
export async function findSerialElsewhere(
  db: Db,
  { kind, notOn, name, serial }: { kind: PartKind; notOn: number; name: string; serial: string },
): Promise<PartElsewhere | undefined> {
  const [rows] = await db.execute<RowDataPacket[]>(`${FIND_ELSEWHERE} AND f.serial = ? AND f.name = ? LIMIT 1`, [
    kind,
    notOn,
    serial,
    name,
  ]);
  return rows[0] && toPartElsewhere(rows[0]);
}

function toPartElsewhere(row: RowDataPacket): PartElsewhere {
  return {
    craftId: row.craft_id as number,
    craftName: row.craft_name as string,
    tailNumber: row.tail_number as string,
    partId: row.id as number,
    position: row.position as string,
    name: row.name as string,
    serial: row.serial as string,
    continuousA: row.continuous_a as number | null,
    jobId: row.job_id as number | null,
  };
}

const SPENT_ON_PARTS = `
  SELECT COALESCE(SUM(cost_cents), 0) AS cents, COALESCE(SUM(minutes), 0) AS minutes
    FROM fitted_part
   WHERE craft_id = ?`;

const SPENT_ON_MENDS = `
  SELECT COALESCE(SUM(JSON_VALUE(e.payload, '$.costCents')), 0) AS cents,
         COALESCE(SUM(JSON_VALUE(e.payload, '$.minutes')), 0) AS minutes
    FROM job AS j
    JOIN job_event AS e ON e.job_id = j.id AND e.kind = 'setting_changed'
   WHERE j.craft_id = ?`;

/** What the repairs of a craft cost, and how long they took: parts that were fitted, and what was mended without one. */
export async function getSpentOnRepairs(db: Db, craftId: number): Promise<{ cents: number; minutes: number }> {
  const sums = await Promise.all(
    [SPENT_ON_PARTS, SPENT_ON_MENDS].map((sql) => db.execute<RowDataPacket[]>(sql, [craftId])),
  );
  const sumOf = (name: "cents" | "minutes") => sums.reduce((total, [rows]) => total + Number(rows[0]![name]), 0);
  return { cents: sumOf("cents"), minutes: sumOf("minutes") };
}

const REPAIRED_ON_TYPE = `
  SELECT f.kind, f.fitted_at, f.removed_at, f.removed_as, f.lent_to_craft_id IS NOT NULL AS is_lent
    FROM fitted_part AS f
    JOIN craft AS c ON c.id = f.craft_id
   WHERE c.kind = ? AND c.frame_class = ? AND f.fitted_job_id IS NOT NULL AND f.fitted_at <= ?
   ORDER BY f.fitted_at DESC
   LIMIT 5000`;

/** Every part that a job fitted on craft of one type before a day, with what became of it. */
export async function listPartsFittedOnType(
  db: Db,
  { kind, frameClass }: Pick<Craft, "kind" | "frameClass">,
  before: Date,
): Promise<(FittedOnce & { kind: PartKind })[]> {
  const [rows] = await db.execute<RowDataPacket[]>(REPAIRED_ON_TYPE, [kind, frameClass, before]);
  return rows.map((row) => ({
    kind: row.kind as PartKind,
    fittedAt: row.fitted_at as Date,
    removedAt: row.removed_at as Date | null,
    removedAs: row.removed_as as RemovedAs | null,
    isLent: Boolean(row.is_lent),
  }));
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
    removedAs: row.removed_as,
    fromCraftId: row.from_craft_id,
    lentToCraftId: row.lent_to_craft_id,
  };
}
