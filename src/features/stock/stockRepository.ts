import "server-only";
import { type ResultSetHeader, type RowDataPacket } from "mysql2/promise";
import { type PartKind } from "@/core/craft/partKinds";
import { type Db } from "@/server/db";
import { AppError, ConflictError, NotFoundError } from "@/server/errors";
import { type StockItem, type StockMove } from "./stock";
import { type SaveStockItemInput } from "./stock.schema";

const COLUMNS = "id, kind, name, shelf, continuous_a, price_cents, on_hand, reserved, fewest, version";

const LIST = `
  SELECT ${COLUMNS}
    FROM stock_item
   ORDER BY kind, name
   LIMIT 2000`;

/** Everything on the shelves, by kind and name. */
export async function listStock(db: Db): Promise<StockItem[]> {
  const [rows] = await db.execute<RowDataPacket[]>(LIST);
  return rows.map(toItem);
}

const LOCK = `
  SELECT ${COLUMNS}
    FROM stock_item
   WHERE id = ?
     FOR UPDATE`;

/** An item, held until the transaction ends. @throws {NotFoundError} */
export async function lockStockItem(db: Db, id: number): Promise<StockItem> {
  const [rows] = await db.execute<RowDataPacket[]>(LOCK, [id]);
  if (!rows[0]) throw new NotFoundError(`Part ${id} on the shelves`);
  return toItem(rows[0]);
}

const INSERT = `
  INSERT INTO stock_item (kind, name, shelf, continuous_a, price_cents, fewest)
  VALUES (?, ?, ?, ?, ?, ?)`;

/** Gives a kind of part a place on the shelves. @returns its id. */
export async function insertStockItem(db: Db, item: SaveStockItemInput): Promise<number> {
  const { kind, name, shelf, continuousA, priceCents, fewest } = item;
  const [result] = await db.execute<ResultSetHeader>(INSERT, [kind, name, shelf, continuousA, priceCents, fewest]);
  return result.insertId;
}

const UPDATE = `
  UPDATE stock_item
     SET kind = ?, name = ?, shelf = ?, continuous_a = ?, price_cents = ?, fewest = ?, version = version + 1
   WHERE id = ? AND version = ?`;

/** Changes an item's label. @throws {ConflictError} when somebody else did since. */
export async function updateStockItem(db: Db, id: number, item: SaveStockItemInput): Promise<void> {
  const { kind, name, shelf, continuousA, priceCents, fewest, version } = item;
  const values = [kind, name, shelf, continuousA, priceCents, fewest, id, version];
  const [result] = await db.execute<ResultSetHeader>(UPDATE, values);
  if (result.affectedRows === 0) throw new ConflictError("Somebody changed this part's label since.");
}

const MOVE = `
  UPDATE stock_item
     SET on_hand = on_hand + ?
   WHERE id = ? AND CAST(on_hand AS SIGNED) + ? >= 0`;

const LOG = `
  INSERT INTO stock_move (item_id, pieces, note, job_id, person_id, moved_at)
  VALUES (?, ?, ?, ?, ?, ?)`;

/** What moves pieces, and why. */
export interface NewMove {
  note: string;
  jobId: number | null;
  personId: number;
  at: Date;
}

/** Puts pieces on the shelf or takes them off, and writes it down. Call inside a transaction. @throws {AppError} `invalid_input` for more than are there */
export async function moveStock(db: Db, itemId: number, pieces: number, move: NewMove): Promise<void> {
  const [result] = await db.execute<ResultSetHeader>(MOVE, [pieces, itemId, pieces]);
  if (result.affectedRows === 0) throw new AppError("invalid_input", "So many are not on the shelf.");
  await db.execute(LOG, [itemId, pieces, move.note, move.jobId, move.personId, move.at]);
}

const LIST_MOVES = `
  SELECT m.item_id, m.pieces, m.note, m.job_id, m.moved_at, p.display_name
    FROM (SELECT item_id, id, pieces, note, job_id, person_id, moved_at,
                 ROW_NUMBER() OVER (PARTITION BY item_id ORDER BY id DESC) AS place
            FROM stock_move) AS m
    JOIN person AS p ON p.id = m.person_id
   WHERE m.place <= ?
   ORDER BY m.item_id, m.id DESC`;

/** The newest moves of each item, newest first. */
export async function listStockMoves(db: Db, most: number): Promise<Map<number, StockMove[]>> {
  const [rows] = await db.execute<RowDataPacket[]>(LIST_MOVES, [most]);
  return grouped(rows, (row) => ({
    at: row.moved_at as Date,
    by: row.display_name as string,
    pieces: row.pieces as number,
    note: row.note as string,
    jobId: row.job_id as number | null,
  }));
}

/** Which jobs have put their name on what. */
export async function listReservations(db: Db): Promise<Map<number, { jobId: number; pieces: number }[]>> {
  const [rows] = await db.execute<RowDataPacket[]>(
    "SELECT item_id, job_id, pieces FROM stock_reservation ORDER BY item_id, job_id",
  );
  return grouped(rows, (row) => ({ jobId: row.job_id as number, pieces: row.pieces as number }));
}

/** What a job has its name on, by item. */
export async function reservationsOf(db: Db, jobId: number): Promise<Map<number, number>> {
  const [rows] = await db.execute<RowDataPacket[]>(
    "SELECT item_id, pieces FROM stock_reservation WHERE job_id = ? ORDER BY item_id",
    [jobId],
  );
  return new Map(rows.map((row) => [row.item_id as number, row.pieces as number]));
}

const RESERVE = `
  INSERT INTO stock_reservation (item_id, job_id, pieces)
  VALUES (?, ?, ?)
      ON DUPLICATE KEY UPDATE pieces = VALUES(pieces)`;

/** Sets how many pieces of an item a job has its name on; 0 for none. Call with the job and the item locked. */
export async function setReservation(db: Db, itemId: number, jobId: number, pieces: number): Promise<void> {
  const before = (await reservationsOf(db, jobId)).get(itemId) ?? 0;
  if (pieces === before) return;
  if (pieces === 0) await db.execute("DELETE FROM stock_reservation WHERE item_id = ? AND job_id = ?", [itemId, jobId]);
  else await db.execute(RESERVE, [itemId, jobId, pieces]);
  await db.execute("UPDATE stock_item SET reserved = CAST(reserved AS SIGNED) + ? WHERE id = ?", [
    pieces - before,
    itemId,
  ]);
}

/** Gives back all that a job has its name on: it is closed. Call with the job locked. */
export async function releaseReservations(db: Db, jobId: number): Promise<void> {
  for (const itemId of (await reservationsOf(db, jobId)).keys()) {
    await lockStockItem(db, itemId);
    await setReservation(db, itemId, jobId, 0);
  }
}

const KINDS_ON_HAND = `
  SELECT DISTINCT kind
    FROM stock_item
   WHERE on_hand > reserved
      OR EXISTS (SELECT 1
                   FROM stock_reservation AS r
                   JOIN job AS j ON j.id = r.job_id
                  WHERE r.item_id = stock_item.id AND j.craft_id = ? AND stock_item.on_hand > 0)`;

/**
 * Kinds of parts of which one lies on a shelf: known good, to swap in for a look. One that another craft's job has its name on
 * is not there for this one.
 *
 * @param craftId - null for the shop as a whole.
 */
export async function listKindsOnHand(db: Db, craftId: number | null): Promise<PartKind[]> {
  const [rows] = await db.execute<RowDataPacket[]>(KINDS_ON_HAND, [craftId]);
  return rows.map(({ kind }) => kind as PartKind);
}

function grouped<T>(rows: readonly RowDataPacket[], entryOf: (row: RowDataPacket) => T): Map<number, T[]> {
  const entries = new Map<number, T[]>();
  for (const row of rows) {
    const own = entries.get(row.item_id as number);
    if (own) own.push(entryOf(row));
    else entries.set(row.item_id as number, [entryOf(row)]);
  }
  return entries;
}

function toItem(row: RowDataPacket): StockItem {
  return {
    id: row.id as number,
    kind: row.kind as PartKind,
    name: row.name as string,
    shelf: row.shelf as string,
    continuousA: row.continuous_a as number | null,
    priceCents: row.price_cents as number | null,
    onHand: row.on_hand as number,
    reserved: row.reserved as number,
    fewest: row.fewest as number,
    version: row.version as number,
  };
}
