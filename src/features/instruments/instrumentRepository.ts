import "server-only";
import { type ResultSetHeader, type RowDataPacket } from "mysql2/promise";
import * as v from "valibot";
import { CommandMapSchema, type Transport } from "@/rigs/commandMap";
import { type Db } from "@/server/db";
import { ConflictError } from "@/server/errors";
import { type ShopInstrument } from "./instrument";

interface InstrumentRow extends RowDataPacket {
  id: number;
  name: string;
  transport: Transport;
  host: string;
  port: number;
  command_map: string;
  serial: string;
  calibrated_on: string | null;
  calibration_due: string | null;
  is_used: number;
  version: number;
}

const LIST = `
  SELECT id, name, transport, host, port, command_map, serial,
         DATE_FORMAT(calibrated_on, '%Y-%m-%d') AS calibrated_on,
         DATE_FORMAT(calibration_due, '%Y-%m-%d') AS calibration_due, is_used, version
    FROM instrument
   ORDER BY id`;

/** All instruments, oldest first. */
export async function listInstruments(db: Db): Promise<ShopInstrument[]> {
  const [rows] = await db.execute<InstrumentRow[]>(LIST);
  return rows.map(toInstrument);
}

const INSERT = `
  INSERT INTO instrument (name, transport, host, port, command_map, serial, calibrated_on, calibration_due, is_used)
  VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`;

/** @returns its id. @throws the driver's duplicate error for a name that is taken. */
export async function insertInstrument(db: Db, one: Omit<ShopInstrument, "id" | "version">): Promise<number> {
  const [result] = await db.execute<ResultSetHeader>(INSERT, valuesOf(one));
  return result.insertId;
}

const UPDATE = `
  UPDATE instrument
     SET name = ?, transport = ?, host = ?, port = ?, command_map = ?, serial = ?, calibrated_on = ?, calibration_due = ?,
         is_used = ?, version = version + 1
   WHERE id = ? AND version = ?`;

/** @throws {ConflictError} when somebody else changed it meanwhile. */
export async function updateInstrument(db: Db, one: ShopInstrument): Promise<void> {
  const [result] = await db.execute<ResultSetHeader>(UPDATE, [...valuesOf(one), one.id, one.version]);
  if (result.affectedRows === 0) throw new ConflictError(`The instrument "${one.name}" was changed meanwhile.`);
}

/** Takes an instrument off the list. @throws {ConflictError} when somebody else changed it meanwhile. */
export async function removeInstrument(db: Db, id: number, version: number): Promise<void> {
  const [result] = await db.execute<ResultSetHeader>("DELETE FROM instrument WHERE id = ? AND version = ?", [
    id,
    version,
  ]);
  if (result.affectedRows === 0) throw new ConflictError("The instrument was changed meanwhile.");
}

/** Moves an instrument to another port, as the simulated bench does when it starts elsewhere. */
export async function moveInstrument(db: Db, name: string, port: number): Promise<void> {
  await db.execute("UPDATE instrument SET port = ? WHERE name = ?", [port, name]);
}

function valuesOf(one: Omit<ShopInstrument, "id" | "version">) {
  const { name, transport, host, port, map, serial, calibratedOn, calibrationDue, isUsed } = one;
  return [name, transport, host, port, JSON.stringify(map), serial, calibratedOn, calibrationDue, isUsed ? 1 : 0];
}

function toInstrument(row: InstrumentRow): ShopInstrument {
  return {
    id: row.id,
    name: row.name,
    transport: row.transport,
    host: row.host,
    port: row.port,
    map: v.parse(CommandMapSchema, JSON.parse(row.command_map)),
    serial: row.serial,
    calibratedOn: row.calibrated_on,
    calibrationDue: row.calibration_due,
    isUsed: row.is_used === 1,
    version: row.version,
  };
}
