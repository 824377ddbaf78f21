import "server-only";
import { type ResultSetHeader, type RowDataPacket } from "mysql2/promise";
import * as v from "valibot";
import { type StoredChunk } from "@/core/bench/run/workOutRun";
import { type ChunkColumn } from "@/core/series/chunkCodec";
import { type CutCause, ProfileSchema, RunLimitsSchema } from "@/rigs/runProtocol";
import { type Db } from "@/server/db";
import { NotFoundError } from "@/server/errors";
import { type BenchRun, type RunInstrument } from "./benchRun";
import { RunOptionsSchema } from "./runOptions.schema";

interface RunRow extends RowDataPacket {
  id: number;
  craft_id: number;
  job_id: number | null;
  display_name: string;
  kind: BenchRun["kind"];
  profile: string;
  limits: string;
  options: string;
  rate_hz: number;
  instruments: string;
  state: BenchRun["state"];
  cut_cause: CutCause | null;
  cut_detail: string;
  cut_at_s: number | null;
  created_at: Date;
}

const COLUMNS = `r.id, r.craft_id, r.job_id, p.display_name, r.kind, r.profile, r.limits, r.options, r.rate_hz, r.instruments, r.state, r.cut_cause,
         r.cut_detail, r.cut_at_s, r.created_at`;

const GET = `
  SELECT ${COLUMNS}
    FROM bench_run AS r
    JOIN person AS p ON p.id = r.person_id
   WHERE r.id = ?`;

/** @throws {NotFoundError} */
export async function getRun(db: Db, id: number): Promise<BenchRun> {
  const [rows] = await db.execute<RunRow[]>(GET, [id]);
  if (!rows[0]) throw new NotFoundError(`Bench run ${id}`);
  return toRun(rows[0]);
}

const LIST_OF_JOB = `
  SELECT ${COLUMNS}
    FROM bench_run AS r
    JOIN person AS p ON p.id = r.person_id
   WHERE r.job_id = ?
   ORDER BY r.id DESC
   LIMIT 20`;

/** The newest twenty runs of a job, newest first. */
export async function listRunsOfJob(db: Db, jobId: number): Promise<BenchRun[]> {
  const [rows] = await db.execute<RunRow[]>(LIST_OF_JOB, [jobId]);
  return rows.map(toRun);
}

const LATEST_OF_KIND = `
  SELECT ${COLUMNS}
    FROM bench_run AS r
    JOIN person AS p ON p.id = r.person_id
   WHERE r.craft_id = ? AND r.kind = ? AND r.id <= ? AND r.state = 'ended'
   ORDER BY r.id DESC
   LIMIT 12`;

/** The newest runs of one kind on a craft up to a run, newest first. */
export async function listRunsOfKind(
  db: Db,
  craftId: number,
  kind: BenchRun["kind"],
  upToId: number,
): Promise<BenchRun[]> {
  const [rows] = await db.execute<RunRow[]>(LATEST_OF_KIND, [craftId, kind, upToId]);
  return rows.map(toRun);
}

const INSERT = `
  INSERT INTO bench_run
         (craft_id, job_id, person_id, kind, profile, limits, options, rate_hz, instruments, state, created_at)
  VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, 'armed', ?)`;

/** A run before it is armed. */
export type NewRun = Pick<BenchRun, "craftId" | "jobId" | "kind" | "limits" | "instruments"> & {
  personId: number;
  profile: readonly BenchRun["profile"][number][];
  options?: BenchRun["options"];
  rateHz?: number;
};

/** Opens a run, before the rig is armed for it. @returns its id. */
export async function insertRun(db: Db, run: NewRun, now: Date): Promise<number> {
  const { craftId, jobId, personId, kind, profile, limits, options = {}, rateHz = 20, instruments } = run;
  const [result] = await db.execute<ResultSetHeader>(INSERT, [
    craftId,
    jobId,
    personId,
    kind,
    JSON.stringify(profile),
    JSON.stringify(limits),
    JSON.stringify(options),
    rateHz,
    JSON.stringify(instruments),
    now,
  ]);
  return result.insertId;
}

const END = `
  UPDATE bench_run
     SET state = 'ended', cut_cause = ?, cut_detail = ?, ended_at = ?
   WHERE id = ? AND state <> 'ended'`;

/** Ends a run that the agent never took. */
export async function endRun(db: Db, id: number, cause: CutCause, detail: string, now: Date): Promise<void> {
  await db.execute(END, [cause, detail.slice(0, 300), now, id]);
}

const LIST_CHUNKS = `
  SELECT seq, sample_count, columns_json, data
    FROM bench_run_chunk
   WHERE run_id = ?
   ORDER BY seq`;

/** The samples of a run as they are stored, oldest first: they are unpacked in the worker pool. */
export async function listChunks(db: Db, runId: number): Promise<StoredChunk[]> {
  const [rows] = await db.execute<RowDataPacket[]>(LIST_CHUNKS, [runId]);
  return rows.map(({ seq, data, columns_json, sample_count }) => ({
    seq: seq as number,
    data: new Uint8Array(data as Buffer), // of its own: a view would take the whole packet along to the worker
    columns: JSON.parse(columns_json as string) as ChunkColumn[],
    sampleCount: sample_count as number,
  }));
}

function toRun(row: RunRow): BenchRun {
  return {
    id: row.id,
    craftId: row.craft_id,
    jobId: row.job_id,
    personName: row.display_name,
    kind: row.kind,
    profile: v.parse(ProfileSchema, JSON.parse(row.profile)),
    limits: v.parse(RunLimitsSchema, JSON.parse(row.limits)),
    options: v.parse(RunOptionsSchema, JSON.parse(row.options)),
    rateHz: row.rate_hz,
    instruments: JSON.parse(row.instruments) as RunInstrument[],
    state: row.state,
    cutCause: row.cut_cause,
    cutDetail: row.cut_detail,
    cutAtS: row.cut_at_s,
    createdAt: row.created_at,
  };
}
