import "server-only";
import { type ResultSetHeader, type RowDataPacket } from "mysql2/promise";
import { type Db } from "@/server/db";
import { NotFoundError } from "@/server/errors";
import { type Headline } from "./bays/bayManifest";
import { type Job, jobNumber } from "./job";

interface JobRow extends RowDataPacket {
  id: number;
  craft_id: number;
  technician_id: number | null;
  display_name: string | null;
  complaint: string;
  phase: Job["phase"];
  history: Job["history"];
  last_change: string;
  failure_count: number | null;
  failure_time_s: number | null;
  bay: string;
  bays_done: string;
  came_back_from: string | null;
  waiting_for: string;
  promised_on: string | null;
  is_urgent: number;
  headline: string;
  detail: string;
  next_step: string;
  next_worth: string;
  received_at: Date;
  closed_at: Date | null;
  version: number;
  event_count: number;
}

const COLUMNS = `j.id, j.craft_id, j.technician_id, p.display_name, j.complaint, j.phase, j.history, j.last_change,
         j.failure_count, j.failure_time_s, j.bay, j.bays_done, j.came_back_from, j.waiting_for, DATE_FORMAT(j.promised_on, '%Y-%m-%d') AS promised_on, j.is_urgent, j.headline, j.detail, j.next_step, j.next_worth,
         j.received_at, j.closed_at, j.version, j.event_count`;

const GET = `
  SELECT ${COLUMNS}
    FROM job AS j
    LEFT JOIN person AS p ON p.id = j.technician_id
   WHERE j.id = ?`;

/** @throws {NotFoundError} */
export async function getJob(db: Db, id: number): Promise<Job> {
  const [rows] = await db.execute<JobRow[]>(GET, [id]);
  if (!rows[0]) throw new NotFoundError(`Job ${jobNumber(id)}`);
  return toJob(rows[0]);
}

/** The job with its row locked until the transaction ends, and how many events it has. @throws {NotFoundError} */
export async function lockJob(db: Db, id: number): Promise<{ job: Job; eventCount: number }> {
  // The row alone: with its technician's beside it, two people on each other's jobs would wait for one another.
  await db.execute("SELECT id FROM job WHERE id = ? FOR UPDATE", [id]);
  const [rows] = await db.execute<JobRow[]>(GET, [id]);
  if (!rows[0]) throw new NotFoundError(`Job ${jobNumber(id)}`);
  return { job: toJob(rows[0]), eventCount: rows[0].event_count };
}

const LIST_OF_CRAFT = `
  SELECT ${COLUMNS}
    FROM job AS j
    LEFT JOIN person AS p ON p.id = j.technician_id
   WHERE j.craft_id = ?
   ORDER BY j.id DESC`;

/** Every visit of a craft, newest first. */
export async function listJobsOfCraft(db: Db, craftId: number): Promise<Job[]> {
  const [rows] = await db.execute<JobRow[]>(LIST_OF_CRAFT, [craftId]);
  return rows.map(toJob);
}

/** What may change on a job. */
export type JobPatch = Partial<
  Pick<
    Job,
    | "technicianId"
    | "complaint"
    | "lastChange"
    | "failureCount"
    | "failureTimeS"
    | "bay"
    | "baysDone"
    | "cameBackFrom"
    | "waitingFor"
    | "promisedOn"
    | "isUrgent"
    | "closedAt"
  >
>;

const UPDATE = `
  UPDATE job
     SET technician_id = ?, complaint = ?, last_change = ?, failure_count = ?, failure_time_s = ?, bay = ?, bays_done = ?,
         came_back_from = ?, waiting_for = ?, promised_on = ?, is_urgent = ?, closed_at = ?, is_open = ?, event_count = ?,
         version = version + 1
   WHERE id = ?`;

/** Writes a changed job. Only `changeJob` calls it: it holds the row locked and has compared the version. */
export async function updateJob(db: Db, job: Job, patch: JobPatch, eventCount: number): Promise<void> {
  const next = { ...job, ...patch };
  await db.execute<ResultSetHeader>(UPDATE, [
    next.technicianId,
    next.complaint,
    next.lastChange,
    next.failureCount,
    next.failureTimeS,
    next.bay,
    next.baysDone.join(","),
    next.cameBackFrom,
    next.waitingFor,
    next.promisedOn,
    next.isUrgent ? 1 : 0,
    next.closedAt,
    next.closedAt ? null : 1,
    eventCount,
    next.id,
  ]);
}

const SAVE_HEADLINE = `
  UPDATE job
     SET headline = ?, detail = ?, next_step = ?, next_worth = ?, headline_events = ?
   WHERE id = ? AND event_count = ?`;

/**
 * Writes what the ticket says, unless the job has had events since it was worked out: then a newer headline is on its way.
 *
 * @param eventCount - Of how many events it was made.
 */
export async function saveHeadline(db: Db, id: number, headline: Headline, eventCount: number): Promise<void> {
  await db.execute(SAVE_HEADLINE, [
    headline.headline.slice(0, 160),
    headline.detail.slice(0, 200),
    headline.nextStep.slice(0, 160),
    headline.nextWorth.slice(0, 200),
    eventCount,
    id,
    eventCount,
  ]);
}

const LIST_HEADLINES = `
  SELECT id
    FROM job
   WHERE id > ? AND (? OR headline_events <> event_count)
   ORDER BY id
   LIMIT 200`;

/** Jobs whose headline is to be made anew, two hundred at a time, by rising id. */
export async function listStaleHeadlines(db: Db, which: "all" | "stale", afterId: number): Promise<number[]> {
  const [rows] = await db.execute<RowDataPacket[]>(LIST_HEADLINES, [afterId, which === "all" ? 1 : 0]);
  return rows.map(({ id }) => Number(id));
}

/** A job as it is taken in. */
export type NewJob = Omit<Job, "id" | "version" | "technicianName" | "closedAt" | keyof Headline> & {
  requestKey: string;
  eventCount: number;
};

const INSERT = `
  INSERT INTO job (craft_id, technician_id, complaint, phase, history, last_change, failure_count, failure_time_s, bay,
                   bays_done, came_back_from, waiting_for, promised_on, is_urgent, received_at, event_count, request_key)
  VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`;

/** Adds a job. @returns its id. */
export async function insertJob(db: Db, job: NewJob): Promise<number> {
  const [result] = await db.execute<ResultSetHeader>(INSERT, [
    job.craftId,
    job.technicianId,
    job.complaint,
    job.phase,
    job.history,
    job.lastChange,
    job.failureCount,
    job.failureTimeS,
    job.bay,
    job.baysDone.join(","),
    job.cameBackFrom,
    job.waitingFor,
    job.promisedOn,
    job.isUrgent ? 1 : 0,
    job.receivedAt,
    job.eventCount,
    job.requestKey,
  ]);
  return result.insertId;
}

/** The job that an earlier click with the same key made, or null. */
export async function findJobIdByRequestKey(db: Db, requestKey: string): Promise<number | null> {
  const [rows] = await db.execute<RowDataPacket[]>("SELECT id FROM job WHERE request_key = ?", [requestKey]);
  return rows[0] ? Number(rows[0].id) : null;
}

function toJob(row: JobRow): Job {
  return {
    id: row.id,
    craftId: row.craft_id,
    technicianId: row.technician_id,
    technicianName: row.display_name,
    complaint: row.complaint,
    phase: row.phase,
    history: row.history,
    lastChange: row.last_change,
    failureCount: row.failure_count,
    failureTimeS: row.failure_time_s,
    bay: row.bay,
    baysDone: row.bays_done ? row.bays_done.split(",") : [],
    cameBackFrom: row.came_back_from,
    waitingFor: row.waiting_for,
    promisedOn: row.promised_on,
    isUrgent: row.is_urgent === 1,
    headline: row.headline,
    detail: row.detail,
    nextStep: row.next_step,
    nextWorth: row.next_worth,
    receivedAt: row.received_at,
    closedAt: row.closed_at,
    version: row.version,
  };
}

const LIST_OPEN_OF_ALL = `
  SELECT craft_id, id
    FROM job
   WHERE is_open = 1`;

/** The open job of each craft that has one: craft's id → job's id. */
export async function listOpenJobsOfCraft(db: Db): Promise<Map<number, number>> {
  const [rows] = await db.execute<RowDataPacket[]>(LIST_OPEN_OF_ALL);
  return new Map(rows.map(({ craft_id, id }) => [Number(craft_id), Number(id)]));
}

/** The open job of a craft, if it has one. */
export async function findOpenJobOf(db: Db, craftId: number): Promise<number | null> {
  const [rows] = await db.execute<RowDataPacket[]>("SELECT id FROM job WHERE craft_id = ? AND is_open = 1", [craftId]);
  return rows[0] ? Number(rows[0].id) : null;
}
