import { type Pool } from "mysql2/promise";
import { sampleCount, type Series } from "../../core/series/series";
import { chunkColumns, encodeChunk } from "../../core/series/chunkCodec";
import { type Cut } from "../runProtocol";

/** Keeps a run's samples and its end. */
export interface RunStore {
  markRunning(runId: number): Promise<void>;
  appendSamples(runId: number, seq: number, samples: Series, rateHz: number): Promise<void>;
  finish(runId: number, cut: Cut): Promise<void>;
  /** Ends runs that a former agent left open. */
  closeAbandoned(): Promise<void>;
}

const INSERT_CHUNK = `
  INSERT INTO bench_run_chunk (run_id, seq, sample_count, from_s, rate_hz, columns_json, data)
  VALUES (?, ?, ?, ?, ?, ?, ?)`;

const FINISH = `
  UPDATE bench_run
     SET state = 'ended', cut_cause = ?, cut_detail = ?, cut_at_s = ?, ended_at = UTC_TIMESTAMP(3)
   WHERE id = ? AND state <> 'ended'`;

const CLOSE_ABANDONED = `
  UPDATE bench_run
     SET state = 'ended', cut_cause = 'agent_lost', cut_detail = 'The rig agent stopped during the run.',
         ended_at = UTC_TIMESTAMP(3)
   WHERE state <> 'ended'`;

/** The store in MariaDB. */
export function mariaRunStore(pool: Pool): RunStore {
  return {
    async markRunning(runId) {
      await pool.execute("UPDATE bench_run SET state = 'running' WHERE id = ? AND state = 'armed'", [runId]);
    },
    async appendSamples(runId, seq, samples, rateHz) {
      const data = Buffer.from(encodeChunk(samples));
      const columns = JSON.stringify(chunkColumns(samples));
      await pool.execute(INSERT_CHUNK, [
        runId,
        seq,
        sampleCount(samples),
        samples.time?.[0] ?? 0,
        rateHz,
        columns,
        data,
      ]);
    },
    async finish(runId, { cause, detail, atS }) {
      await pool.execute(FINISH, [cause, detail, atS, runId]);
    },
    async closeAbandoned() {
      await pool.execute(CLOSE_ABANDONED);
    },
  };
}
