import "server-only";
import { type RowDataPacket } from "mysql2/promise";
import * as v from "valibot";
import { type Db } from "@/server/db";
import { findEventKind } from "../bays/bayRegistry";
import { type JobEvent, type NewJobEvent } from "./eventKind";

interface EventRow extends RowDataPacket {
  seq: number;
  at: Date;
  display_name: string;
  job_version: number;
  kind: string;
  payload: string;
}

const LIST = `
  SELECT e.seq, e.at, p.display_name, e.job_version, e.kind, e.payload
    FROM job_event AS e
    JOIN person AS p ON p.id = e.person_id
   WHERE e.job_id = ? AND e.seq > ?
   ORDER BY e.seq`;

/** A job's history, oldest first, from after `afterSeq`. */
export async function listEvents(db: Db, jobId: number, afterSeq = 0): Promise<JobEvent[]> {
  const [rows] = await db.execute<EventRow[]>(LIST, [jobId, afterSeq]);
  return rows.map(toEvent);
}

const INSERT = `
  INSERT INTO job_event (job_id, seq, at, person_id, job_version, kind, payload)
  VALUES (?, ?, ?, ?, ?, ?, ?)`;

/** Appends events. Only `changeJob` and the intake call it: they hold the job's row locked and count `seq`. */
export async function appendEvents(
  db: Db,
  jobId: number,
  events: readonly NewJobEvent[],
  { firstSeq, jobVersion, personId, at }: { firstSeq: number; jobVersion: number; personId: number; at: Date },
): Promise<void> {
  for (const [index, { kind, payload }] of events.entries()) {
    const known = findEventKind(kind);
    if (!known) throw new Error(`No bay knows events of the kind "${kind}".`);
    const checked = v.parse(known.schema, payload);
    await db.execute(INSERT, [jobId, firstSeq + index, at, personId, jobVersion, kind, JSON.stringify(checked)]);
  }
}

function toEvent({ seq, at, display_name, job_version, kind, payload }: EventRow): JobEvent {
  // The pool leaves JSON as text (see openPool). An event of a bay that is gone stays in the history as it is.
  const stored: unknown = JSON.parse(payload);
  const known = findEventKind(kind);
  return {
    seq,
    at,
    personName: display_name,
    jobVersion: job_version,
    kind,
    payload: known ? v.parse(known.schema, stored) : stored,
  };
}
