import "server-only";
import { createHash } from "node:crypto";
import { chunkCount } from "@/core/flightlog/storage/packChannel";
import { changeJob } from "@/features/job/changeJob";
import { evidenceGiven } from "@/features/job/events/jobEvents";
import { getJob } from "@/features/job/jobRepository";
import { requireOpen } from "@/features/job/requireOpen";
import { AppError } from "@/server/errors";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { evidenceOf } from "./evidence";
import { logKept, logNoted } from "./flightlog.manifest";
import {
  type BeginLogInput,
  type FinishLogInput,
  type HandOverInput,
  type KeepLookInput,
  type NoteLogInput,
} from "./flightlog.schema";
import {
  type ChunkName,
  findSameLog,
  getFlightLog,
  getLogChunk,
  insertFlightLog,
  listArrived,
  markWhole,
  putLogChunk,
  putLook,
  sweepUnfinished,
} from "./flightLogRepository";

const DAY_MS = 86_400_000;
/** No stretch of 65,536 figures packs larger than this. */
const MOST_CHUNK_BYTES = 700_000;

/** What is known of an upload. */
export interface LogArrival {
  logId: number;
  /** Stretches that need not be sent again. */
  arrived: ChunkName[];
  isWhole: boolean;
}

/**
 * Announces a flight log, or finds the one that began to arrive before.
 *
 * @throws {AppError} `forbidden`, `not_ready` for a job that was handed back; {NotFoundError}
 */
export async function beginLog(context: VerbContext, input: BeginLogInput): Promise<LogArrival> {
  requireRole(context, "technician");
  const { pool, person, now } = context;
  requireOpen(await getJob(pool, input.jobId));
  await sweepUnfinished(pool, new Date(now.getTime() - DAY_MS));
  const known = await findSameLog(pool, input.jobId, input.sha256);
  const logId = known ?? (await insertFlightLog(pool, input, person.id, now));
  return { logId, arrived: await listArrived(pool, logId), isWhole: (await getFlightLog(pool, logId)).isWhole };
}

/**
 * Takes one stretch of a channel.
 *
 * @param sha256 - Of its bytes, as the sender computed it.
 * @throws {AppError} `forbidden`, `invalid_input` for a stretch that the log does not have or that came over damaged, `too_large`;
 *   {NotFoundError}
 */
export async function takeChunk(
  context: VerbContext,
  { logId, role, seq, bytes, sha256 }: ChunkName & { logId: number; bytes: Buffer; sha256: string },
): Promise<{ stored: true }> {
  requireRole(context, "technician");
  const log = await getFlightLog(context.pool, logId);
  if (log.isWhole) return { stored: true };
  requireOpen(await getJob(context.pool, log.jobId));
  if (bytes.length > MOST_CHUNK_BYTES) throw new AppError("too_large", "That stretch of the log is too large.");
  const isKnown = log.columns.some((column) => column.role === role) && seq < chunkCount(log.rowCount);
  if (!isKnown) throw new AppError("invalid_input", "The log has no such stretch.");
  if (createHash("sha256").update(bytes).digest("hex") !== sha256)
    throw new AppError("invalid_input", "A stretch of the log came over damaged. Try again.");
  await putLogChunk(context.pool, logId, { role, seq }, bytes);
  return { stored: true };
}

/**
 * Keeps a log on its job once all of it has arrived.
 *
 * @throws {AppError} `forbidden`, `not_ready` while stretches are missing or the job was handed back; {NotFoundError}
 */
export async function finishLog(context: VerbContext, { logId }: FinishLogInput): Promise<{ logId: number }> {
  requireRole(context, "technician");
  const log = await getFlightLog(context.pool, logId);
  if (log.isWhole) return { logId };
  const missing = log.columns.length * chunkCount(log.rowCount) - (await listArrived(context.pool, logId)).length;
  if (missing > 0)
    throw new AppError(
      "not_ready",
      `${missing} stretches of the log have not arrived. Send the file again: it goes on where it stopped.`,
    );
  return changeJob(context, { jobId: log.jobId, version: "any" }, async (db) => {
    await markWhole(db, logId);
    const said = (severity: "fault" | "note") =>
      log.judgement.verdicts.filter((verdict) => verdict.severity === severity).map(({ sentence }) => sentence);
    const { fileName, durationS } = log;
    return {
      events: [logKept.of({ logId, fileName, durationS, faults: said("fault"), notes: said("note") })],
      result: { logId },
    };
  });
}

/** The bytes of a stretch. @throws {AppError} `forbidden`; {NotFoundError} */
export async function readChunk(context: VerbContext, logId: number, name: ChunkName): Promise<Buffer> {
  requireRole(context, "viewer");
  return getLogChunk(context.pool, logId, name);
}

/**
 * Hands what a log says to Isolate, as findings.
 *
 * @throws {AppError} `forbidden`, `invalid_input` for what the log does not say; {ConflictError}; {NotFoundError}
 */
export async function handOver(
  context: VerbContext,
  { logId, codes, ...target }: HandOverInput,
): Promise<{ count: number }> {
  requireRole(context, "technician");
  return changeJob(context, target, async (db) => {
    const { judgement, fileName, jobId } = await getFlightLog(db, logId);
    const said = judgement.verdicts.filter(({ code }) => codes.includes(code));
    if (jobId !== target.jobId || said.length === 0) throw new AppError("invalid_input", "The log does not say that.");
    const symptoms = Object.assign({}, ...said.map(({ code }) => evidenceOf(code, judgement.craft))) as Record<
      string,
      boolean
    >;
    if (Object.keys(symptoms).length === 0)
      throw new AppError("invalid_input", "Nothing of this is a finding by itself: do the check that it names.");
    const note = said
      .map(({ sentence }) => sentence)
      .join(" ")
      .slice(0, 500);
    return {
      events: [evidenceGiven.of({ symptoms, source: `flight log ${fileName}`, note })],
      result: { count: said.length },
    };
  });
}

/** Writes a remark at a moment of a log. @throws {AppError} `forbidden`; {ConflictError}; {NotFoundError} */
export async function noteLog(
  context: VerbContext,
  { logId, atS, note, ...target }: NoteLogInput,
): Promise<{ noted: true }> {
  requireRole(context, "technician");
  return changeJob(context, target, async (db) => {
    const { fileName, jobId } = await getFlightLog(db, logId);
    if (jobId !== target.jobId) throw new AppError("invalid_input", "That log is of another job.");
    return { events: [logNoted.of({ logId, fileName, atS, note })], result: { noted: true as const } };
  });
}

/** Keeps how a log is looked at. @throws {AppError} `forbidden`, `not_ready` for a job that was handed back; {NotFoundError} */
export async function keepLook(context: VerbContext, { logId, look }: KeepLookInput): Promise<{ kept: true }> {
  requireRole(context, "technician");
  const { jobId } = await getFlightLog(context.pool, logId);
  requireOpen(await getJob(context.pool, jobId));
  await putLook(context.pool, logId, look);
  return { kept: true };
}
