import "server-only";
import { type ResultSetHeader, type RowDataPacket } from "mysql2/promise";
import { type CraftKind } from "@/core/craft/craftKinds";
import { type Db } from "@/server/db";
import { AppError, NotFoundError } from "@/server/errors";
import { type Craft } from "./craft";

interface CraftRow extends RowDataPacket {
  id: number;
  name: string;
  tail_number: string;
  serial: string;
  kind: CraftKind;
  frame_class: string;
  mass_g: number;
  motor_count: number;
  cell_count: number;
  owner: string;
  baseline_run_id: number | null;
  version: number;
}

const COLUMNS = `id, name, tail_number, serial, kind, frame_class, mass_g, motor_count, cell_count, owner,
         baseline_run_id, version`;

const GET = `
  SELECT ${COLUMNS}
    FROM craft
   WHERE id = ?`;

/** @throws {NotFoundError} */
export async function getCraft(db: Db, id: number): Promise<Craft> {
  const [rows] = await db.execute<CraftRow[]>(GET, [id]);
  if (!rows[0]) throw new NotFoundError(`Craft ${id}`);
  return toCraft(rows[0]);
}

/** The craft with its row locked until the transaction ends. @throws {NotFoundError} */
export async function lockCraft(db: Db, id: number): Promise<Craft> {
  const [rows] = await db.execute<CraftRow[]>(`${GET} FOR UPDATE`, [id]);
  if (!rows[0]) throw new NotFoundError(`Craft ${id}`);
  return toCraft(rows[0]);
}

const UPDATE = `
  UPDATE craft
     SET name = ?, tail_number = ?, serial = ?, kind = ?, frame_class = ?, mass_g = ?, motor_count = ?, cell_count = ?, owner = ?,
         version = version + 1
   WHERE id = ?`;

/** Writes a craft's sheet. Call with the craft locked. @throws {AppError} `invalid_input` when the tail number is taken. */
export async function updateCraft(db: Db, id: number, craft: NewCraft): Promise<void> {
  const { name, tailNumber, serial, kind, frameClass, massG, motorCount, cellCount, owner } = craft;
  await orTailNumberTaken(tailNumber, () =>
    db.execute(UPDATE, [name, tailNumber, serial, kind, frameClass, massG, motorCount, cellCount, owner, id]),
  );
}

/** Runs a write; turns a tail number that is taken into a sentence. */
async function orTailNumberTaken<T>(tailNumber: string, write: () => Promise<T>): Promise<T> {
  try {
    return await write();
  } catch (error) {
    if (typeof error === "object" && error !== null && "code" in error && error.code === "ER_DUP_ENTRY")
      throw new AppError("invalid_input", `Tail number ${tailNumber} belongs to another craft.`, { cause: error });
    throw error;
  }
}

const LIST = `
  SELECT ${COLUMNS}
    FROM craft
   ORDER BY name, id`;

/** All craft, by name. */
export async function listCraft(db: Db): Promise<Craft[]> {
  const [rows] = await db.execute<CraftRow[]>(LIST);
  return rows.map(toCraft);
}

/** A craft to be added. */
export type NewCraft = Omit<Craft, "id" | "version" | "baselineRunId">;

const INSERT = `
  INSERT INTO craft (name, tail_number, serial, kind, frame_class, mass_g, motor_count, cell_count, owner, created_at)
  VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`;

/** Adds a craft. @returns its id. @throws {AppError} `invalid_input` when the tail number is taken. */
export async function insertCraft(db: Db, craft: NewCraft, now: Date): Promise<number> {
  const { name, tailNumber, serial, kind, frameClass, massG, motorCount, cellCount, owner } = craft;
  const values = [name, tailNumber, serial, kind, frameClass, massG, motorCount, cellCount, owner, now];
  const [result] = await orTailNumberTaken(tailNumber, () => db.execute<ResultSetHeader>(INSERT, values));
  return result.insertId;
}

const SET_BASELINE = `
  UPDATE craft
     SET baseline_run_id = ?, version = version + 1
   WHERE id = ?`;

/** Makes a run the one that later runs of the craft are compared with. */
export async function setBaselineRun(db: Db, craftId: number, runId: number): Promise<void> {
  await db.execute(SET_BASELINE, [runId, craftId]);
}

function toCraft(row: CraftRow): Craft {
  const { id, name, serial, kind, owner, version } = row;
  return {
    id,
    name,
    tailNumber: row.tail_number,
    serial,
    kind,
    frameClass: row.frame_class,
    massG: row.mass_g,
    motorCount: row.motor_count,
    cellCount: row.cell_count,
    owner,
    baselineRunId: row.baseline_run_id,
    version,
  };
}
