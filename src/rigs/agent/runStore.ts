import { type Pool } from "mysql2/promise";
import { type PackedChunk, packChunk } from "../../core/series/chunkCodec";
import { type Series } from "../../core/series/series";
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

/** A store that takes samples that are packed already as well. */
export interface ChunkStore extends RunStore {
  appendChunk(runId: number, seq: number, chunk: PackedChunk, rateHz: number): Promise<void>;
}

/** The store in MariaDB. */
export function mariaRunStore(pool: Pick<Pool, "execute">): ChunkStore {
  const appendChunk: ChunkStore["appendChunk"] = async (runId, seq, { data, columns, sampleCount, fromS }, rateHz) => {
    await pool.execute(INSERT_CHUNK, [
      runId,
      seq,
      sampleCount,
      fromS,
      rateHz,
      JSON.stringify(columns),
      Buffer.from(data.buffer, data.byteOffset, data.byteLength),
    ]);
  };
  return {
    async markRunning(runId) {
      await pool.execute("UPDATE bench_run SET state = 'running' WHERE id = ? AND state = 'armed'", [runId]);
    },
    appendSamples: (runId, seq, samples, rateHz) => appendChunk(runId, seq, packChunk(samples), rateHz),
    appendChunk,
    async finish(runId, { cause, detail, atS }) {
      await pool.execute(FINISH, [cause, detail, atS, runId]);
    },
    async closeAbandoned() {
      await pool.execute(CLOSE_ABANDONED);
    },
  };
}
