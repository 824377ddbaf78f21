import "server-only";
import { type ResultSetHeader, type RowDataPacket } from "mysql2/promise";
import * as v from "valibot";
import { type PowerSample, type RunLimits } from "@/core/bench/findLimitCrossing";
import { type SweepStep } from "@/core/bench/sweepProfile";
import { decodeChunk } from "@/rigs/chunkCodec";
import { type CutCause, ProfileSchema, RunLimitsSchema } from "@/rigs/runProtocol";
import { type Db } from "@/server/db";
import { NotFoundError } from "@/server/errors";
import { type BenchRun } from "./benchRun";

interface RunRow extends RowDataPacket {
  id: number;
  craft_id: number;
  job_id: number | null;
  display_name: string;
  kind: BenchRun["kind"];
  profile: string;
  limits: string;
  instruments: string;
  state: BenchRun["state"];
  cut_cause: CutCause | null;
  cut_detail: string;
  cut_at_s: number | null;
  created_at: Date;
}

const COLUMNS = `r.id, r.craft_id, r.job_id, p.display_name, r.kind, r.profile, r.limits, r.instruments, r.state, r.cut_cause,
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

const INSERT = `
  INSERT INTO bench_run (craft_id, job_id, person_id, kind, profile, limits, instruments, state, created_at)
  VALUES (?, ?, ?, 'power-draw', ?, ?, ?, 'armed', ?)`;

/** Opens a run, before the rig is armed for it. @returns its id. */
export async function insertRun(
  db: Db,
  run: {
    craftId: number;
    jobId: number | null;
    personId: number;
    profile: readonly SweepStep[];
    limits: RunLimits;
    instruments: BenchRun["instruments"];
  },
  now: Date,
): Promise<number> {
  const { craftId, jobId, personId, profile, limits, instruments } = run;
  const [result] = await db.execute<ResultSetHeader>(INSERT, [
    craftId,
    jobId,
    personId,
    JSON.stringify(profile),
    JSON.stringify(limits),
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
  SELECT sample_count, data
    FROM bench_run_chunk
   WHERE run_id = ?
   ORDER BY seq`;

/** All samples of a run, oldest first. */
export async function listSamples(db: Db, runId: number): Promise<PowerSample[]> {
  const [rows] = await db.execute<RowDataPacket[]>(LIST_CHUNKS, [runId]);
  return rows.flatMap(({ data, sample_count }) => decodeChunk(data as Buffer, sample_count as number));
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
    instruments: JSON.parse(row.instruments) as BenchRun["instruments"],
    state: row.state,
    cutCause: row.cut_cause,
    cutDetail: row.cut_detail,
    cutAtS: row.cut_at_s,
    createdAt: row.created_at,
  };
}
