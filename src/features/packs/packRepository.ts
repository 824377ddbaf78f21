import "server-only";
import { type ResultSetHeader, type RowDataPacket } from "mysql2/promise";
import * as v from "valibot";
import { type Chemistry } from "@/core/bench/measure/pack/chemistries";
import { type Db } from "@/server/db";
import { ConflictError, NotFoundError } from "@/server/errors";
import { type Pack, type PackLogEntry } from "./pack";
import { type LogPackInput, type SavePackInput } from "./pack.schema";

interface PackRow extends RowDataPacket {
  id: number;
  label: string;
  chemistry: Chemistry;
  cell_count: number;
  capacity_mah: number;
  c_rating: number | null;
  bought_on: string | null;
  retired_at: Date | null;
  version: number;
}

const LIST = `
  SELECT id, label, chemistry, cell_count, capacity_mah, c_rating, DATE_FORMAT(bought_on, '%Y-%m-%d') AS bought_on,
         retired_at, version
    FROM pack
   ORDER BY retired_at IS NOT NULL, label
   LIMIT 500`;

/** The packs by their label, retired ones last. */
export async function listPacks(db: Db): Promise<Pack[]> {
  const [rows] = await db.execute<PackRow[]>(LIST);
  return rows.map(toPack);
}

const LIST_ENTRIES = `
  SELECT e.pack_id, e.id, DATE_FORMAT(e.measured_on, '%Y-%m-%d') AS measured_on, e.cycles, e.resistance_mohm,
         e.cells_mohm, e.cells_v, e.capacity_mah, e.spread_mv, e.temperature_c, e.note, p.display_name
    FROM pack_entry AS e
    JOIN person AS p ON p.id = e.person_id
   ORDER BY e.pack_id, e.measured_on, e.id`;

/** All log entries by pack, oldest first. */
export async function listPackEntries(db: Db): Promise<Map<number, PackLogEntry[]>> {
  const [rows] = await db.execute<RowDataPacket[]>(LIST_ENTRIES);
  const entries = new Map<number, PackLogEntry[]>();
  for (const row of rows) {
    const own = entries.get(row.pack_id as number) ?? [];
    own.push({
      id: row.id as number,
      measuredOn: row.measured_on as string,
      cycles: row.cycles as number | null,
      resistanceMohm: row.resistance_mohm as number | null,
      cellsMohm: readCells(row.cells_mohm as string | null),
      cellsV: readCells(row.cells_v as string | null),
      capacityMah: row.capacity_mah as number | null,
      spreadMv: row.spread_mv as number | null,
      temperatureC: row.temperature_c as number | null,
      note: row.note as string,
      by: row.display_name as string,
    });
    entries.set(row.pack_id as number, own);
  }
  return entries;
}

const INSERT = `
  INSERT INTO pack (label, chemistry, cell_count, capacity_mah, c_rating, bought_on, retired_at)
  VALUES (?, ?, ?, ?, ?, ?, ?)`;

/** @returns its id. */
export async function insertPack(db: Db, pack: SavePackInput, now: Date): Promise<number> {
  const { label, chemistry, cellCount, capacityMah, cRating, boughtOn, isRetired } = pack;
  const values = [label, chemistry, cellCount, capacityMah, cRating, boughtOn || null, isRetired ? now : null];
  const [result] = await db.execute<ResultSetHeader>(INSERT, values);
  return result.insertId;
}

const UPDATE = `
  UPDATE pack
     SET label = ?, chemistry = ?, cell_count = ?, capacity_mah = ?, c_rating = ?, bought_on = ?,
         retired_at = IF(?, COALESCE(retired_at, ?), NULL), version = version + 1
   WHERE id = ? AND version = ?`;

/** @throws {ConflictError} when somebody else changed it meanwhile. */
export async function updatePack(db: Db, pack: SavePackInput & { id: number }, now: Date): Promise<void> {
  const { id, version, label, chemistry, cellCount, capacityMah, cRating, boughtOn, isRetired } = pack;
  const values = [label, chemistry, cellCount, capacityMah, cRating, boughtOn || null, isRetired ? 1 : 0, now];
  const [result] = await db.execute<ResultSetHeader>(UPDATE, [...values, id, version]);
  if (result.affectedRows === 0) throw new ConflictError(`The pack "${label}" was changed meanwhile.`);
}

const INSERT_ENTRY = `
  INSERT INTO pack_entry (pack_id, measured_on, cycles, resistance_mohm, cells_mohm, cells_v, capacity_mah, spread_mv,
                          temperature_c, note, person_id, request_key)
  SELECT id, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?
    FROM pack
   WHERE id = ?
  ON DUPLICATE KEY UPDATE note = pack_entry.note`;

/** Writes an entry; the same request twice is written once. @throws {NotFoundError} */
export async function insertPackEntry(db: Db, entry: LogPackInput, personId: number): Promise<void> {
  const { packId, measuredOn, cycles, resistanceMohm, cellsMohm, cellsV, capacityMah, spreadMv, note } = entry;
  const { temperatureC = null, requestKey } = entry;
  const cells = [cellsMohm, cellsV].map((list) => list && JSON.stringify(list));
  const values = [
    measuredOn,
    cycles,
    resistanceMohm,
    ...cells,
    capacityMah,
    spreadMv,
    temperatureC,
    note,
    personId,
    requestKey ?? null,
    packId,
  ];
  const [result] = await db.execute<ResultSetHeader>(INSERT_ENTRY, values);
  if (result.affectedRows === 0) throw new NotFoundError(`Pack ${packId}`);
}

function readCells(text: string | null): number[] | null {
  return text === null ? null : v.parse(v.array(v.number()), JSON.parse(text));
}

function toPack(row: PackRow): Pack {
  return {
    id: row.id,
    label: row.label,
    chemistry: row.chemistry,
    cellCount: row.cell_count,
    capacityMah: row.capacity_mah,
    cRating: row.c_rating,
    boughtOn: row.bought_on,
    isRetired: row.retired_at !== null,
    version: row.version,
  };
}
