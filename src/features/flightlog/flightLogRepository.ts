import "server-only";
import { type ResultSetHeader, type RowDataPacket } from "mysql2/promise";
import * as v from "valibot";
import { type Db } from "@/server/db";
import { NotFoundError } from "@/server/errors";
import {
  type BeginLogInput,
  type Judgement,
  JudgementSchema,
  type LogColumn,
  LogColumnsSchema,
  type Look,
  LookSchema,
} from "./flightlog.schema";

/** A flight log without its samples. */
export interface FlightLogInfo {
  id: number;
  jobId: number;
  fileName: string;
  rowCount: number;
  durationS: number;
  rateHz: number;
  columns: LogColumn[];
  judgement: Judgement;
  /** How it was last looked at. */
  look: Look | null;
  isWhole: boolean;
  addedAt: Date;
  personName: string;
}

interface LogRow extends RowDataPacket {
  id: number;
  job_id: number;
  file_name: string;
  row_count: number;
  duration_s: number;
  rate_hz: number;
  columns_json: string;
  judgement: string;
  look: string | null;
  state: "arriving" | "whole";
  created_at: Date;
  display_name: string;
}

const COLUMNS = `l.id, l.job_id, l.file_name, l.row_count, l.duration_s, l.rate_hz, l.columns_json, l.judgement, l.look, l.state,
         l.created_at, p.display_name`;

const GET = `
  SELECT ${COLUMNS}
    FROM flight_log AS l
    JOIN person AS p ON p.id = l.person_id
   WHERE l.id = ?`;

/** @throws {NotFoundError} */
export async function getFlightLog(db: Db, id: number): Promise<FlightLogInfo> {
  const [rows] = await db.execute<LogRow[]>(GET, [id]);
  if (!rows[0]) throw new NotFoundError(`Flight log ${id}`);
  return toInfo(rows[0]);
}

const LIST = `
  SELECT ${COLUMNS}
    FROM flight_log AS l
    JOIN person AS p ON p.id = l.person_id
   WHERE l.job_id = ? AND l.state = 'whole'
   ORDER BY l.id DESC
   LIMIT 20`;

/** The newest twenty logs of a job that have arrived, newest first. */
export async function listFlightLogs(db: Db, jobId: number): Promise<FlightLogInfo[]> {
  const [rows] = await db.execute<LogRow[]>(LIST, [jobId]);
  return rows.map(toInfo);
}

const LIST_OF_CRAFT = `
  SELECT ${COLUMNS}
    FROM flight_log AS l
    JOIN person AS p ON p.id = l.person_id
    JOIN job AS j ON j.id = l.job_id
   WHERE j.craft_id = ? AND l.state = 'whole'
   ORDER BY l.id DESC
   LIMIT 40`;

/** The newest forty logs of a craft, whatever the job, newest first. */
export async function listLogsOfCraft(db: Db, craftId: number): Promise<FlightLogInfo[]> {
  const [rows] = await db.execute<LogRow[]>(LIST_OF_CRAFT, [craftId]);
  return rows.map(toInfo);
}

const FIND_SAME = `
  SELECT id
    FROM flight_log
   WHERE job_id = ? AND sha256 = ?`;

/** The log of this job with the same content, or null. */
export async function findSameLog(db: Db, jobId: number, sha256: string): Promise<number | null> {
  const [rows] = await db.execute<RowDataPacket[]>(FIND_SAME, [jobId, Buffer.from(sha256, "hex")]);
  return rows[0] ? Number(rows[0].id) : null;
}

const INSERT = `
  INSERT INTO flight_log
         (job_id, person_id, file_name, sha256, byte_count, row_count, duration_s, rate_hz, columns_json, judgement, state, created_at)
  VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, 'arriving', ?)
      ON DUPLICATE KEY UPDATE id = LAST_INSERT_ID(id), columns_json = VALUES(columns_json), judgement = VALUES(judgement)`;

/** Announces a log; the same content twice on one job is one log. @returns its id */
export async function insertFlightLog(db: Db, log: BeginLogInput, personId: number, now: Date): Promise<number> {
  const [{ insertId }] = await db.execute<ResultSetHeader>(INSERT, [
    log.jobId,
    personId,
    log.fileName,
    Buffer.from(log.sha256, "hex"),
    log.byteCount,
    log.rowCount,
    log.durationS,
    log.rateHz,
    JSON.stringify(log.columns),
    JSON.stringify(log.judgement),
    now,
  ]);
  return insertId;
}

/** Marks a log as whole. */
export async function markWhole(db: Db, id: number): Promise<void> {
  await db.execute("UPDATE flight_log SET state = 'whole' WHERE id = ?", [id]);
}

/** Keeps how a log is looked at. */
export async function putLook(db: Db, id: number, look: Look): Promise<void> {
  await db.execute("UPDATE flight_log SET look = ? WHERE id = ?", [JSON.stringify(look), id]);
}

const STALE_CHUNKS = `
  DELETE c
    FROM flight_log_chunk AS c
    JOIN flight_log AS l ON l.id = c.log_id
   WHERE l.state = 'arriving' AND l.created_at < ?`;

/** Sweeps away what began to arrive before a moment and never became whole. */
export async function sweepUnfinished(db: Db, before: Date): Promise<void> {
  await db.execute(STALE_CHUNKS, [before]);
  await db.execute("DELETE FROM flight_log WHERE state = 'arriving' AND created_at < ?", [before]);
}

/** A stored stretch of a channel, by name. */
export interface ChunkName {
  role: string;
  seq: number;
}

/** The stretches of a log that have arrived. */
export async function listArrived(db: Db, logId: number): Promise<ChunkName[]> {
  const [rows] = await db.execute<RowDataPacket[]>("SELECT role, seq FROM flight_log_chunk WHERE log_id = ?", [logId]);
  return rows.map(({ role, seq }) => ({ role: String(role), seq: Number(seq) }));
}

const PUT = `
  INSERT INTO flight_log_chunk (log_id, role, seq, data)
  VALUES (?, ?, ?, ?)
      ON DUPLICATE KEY UPDATE data = VALUES(data)`;

/** Stores a stretch; one that comes twice is stored once. */
export async function putLogChunk(db: Db, logId: number, { role, seq }: ChunkName, data: Buffer): Promise<void> {
  await db.execute(PUT, [logId, role, seq, data]);
}

/** The bytes of a stretch. @throws {NotFoundError} */
export async function getLogChunk(db: Db, logId: number, { role, seq }: ChunkName): Promise<Buffer> {
  const [rows] = await db.execute<RowDataPacket[]>(
    "SELECT data FROM flight_log_chunk WHERE log_id = ? AND role = ? AND seq = ?",
    [logId, role, seq],
  );
  if (!rows[0]) throw new NotFoundError("That stretch of the log");
  return rows[0].data;
}

function toInfo(row: LogRow): FlightLogInfo {
  return {
    id: row.id,
    jobId: row.job_id,
    fileName: row.file_name,
    rowCount: row.row_count,
    durationS: row.duration_s,
    rateHz: row.rate_hz,
    columns: v.parse(LogColumnsSchema, fromJson(row.columns_json)),
    judgement: v.parse(JudgementSchema, fromJson(row.judgement)),
    look: row.look === null ? null : v.parse(LookSchema, fromJson(row.look)),
    isWhole: row.state === "whole",
    addedAt: row.created_at,
    personName: row.display_name,
  };
}

function fromJson(text: unknown): unknown {
  return typeof text === "string" ? JSON.parse(text) : text;
}
