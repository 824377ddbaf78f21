import "server-only";
import * as v from "valibot";
import { type ProfileStep, requireProfile } from "@/core/bench/run/profile";
import { RUN_PLANS } from "@/core/bench/run/runKinds";
import { type ReadRun } from "@/core/bench/run/readRun";
import { CoreInputError } from "@/core/CoreInputError";
import { getCraft } from "@/features/craft/craftRepository";
import { getJob } from "@/features/job/jobRepository";
import { requireOpen } from "@/features/job/requireOpen";
import { withTransaction } from "@/server/db";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { mariaRunStore } from "@/rigs/agent/runStore";
import { ProfileSchema, RunLimitsSchema } from "@/rigs/runProtocol";
import { runTask } from "@/server/workers/workerPool";
import { AppError } from "@/server/errors";
import { type RunRange } from "../verdict/assessRun";
import { type ImportRunInput, type NoteRunInput } from "../bench.schema";
import { getRun, insertRun, listChunks } from "./benchRunRepository";
import { insertRunNote } from "./runNoteRepository";
import { RunOptionsSchema } from "./runOptions.schema";

/** A run, or a stretch of it, as CSV with units in its header. @throws {NotFoundError}, {AppError} `forbidden` */
export async function exportRun(context: VerbContext, runId: number, { fromS, toS }: RunRange): Promise<string> {
  requireRole(context, "viewer");
  const run = await getRun(context.pool, runId);
  const craft = await getCraft(context.pool, run.craftId);
  const { kind, profile, limits, options } = run;
  const remarks = [
    `run ${run.id}, ${RUN_PLANS[run.kind].name}, ${run.createdAt.toISOString()}, ${run.personName}`,
    `craft: ${craft.name}, ${craft.tailNumber}`,
    ...run.instruments.map(
      ({ maker, model, serial, isOverdue }) =>
        `instrument: ${maker} ${model} ${serial}${isOverdue ? ", calibration overdue" : ""}`,
    ),
    ...(run.cutCause ? [`ended: ${run.cutCause}, ${run.cutDetail}`] : []),
  ];
  return runTask("writeRun", {
    head: { kind, profile, limits, options },
    chunks: await listChunks(context.pool, runId),
    fromS: fromS ?? 0,
    toS: toS ?? Infinity,
    remarks,
  });
}

/**
 * Takes a run from a file, our own or one with a time column and units in its header, and puts it beside the job's runs.
 *
 * @returns The new run's id.
 * @throws {AppError} `forbidden`, or `invalid_input` with what is wrong in the file; {NotFoundError}
 */
export async function importRun(
  context: VerbContext,
  { jobId, kind, text }: ImportRunInput,
): Promise<{ runId: number }> {
  requireRole(context, "technician");
  const { pool, person, now } = context;
  const job = await getJob(pool, jobId);
  requireOpen(job);
  const read = await runTask("readRun", text);
  if (!read.ok) throw new AppError("invalid_input", read.problem);
  const rateHz = (read.sampleCount - 1) / Math.max(1e-6, read.lengthS);
  // All of it or nothing: a server that ends in the middle leaves no half run.
  return withTransaction(pool, async (db) => {
    const runId = await insertRun(
      db,
      {
        craftId: job.craftId,
        jobId,
        personId: person.id,
        kind: read.head?.kind ?? kind,
        profile: profileOfFile(read),
        limits: saidRightly(RunLimitsSchema, read.head?.limits),
        options: saidRightly(RunOptionsSchema, read.head?.options),
        rateHz: Math.round(rateHz * 100) / 100,
        instruments: [],
      },
      now,
    );
    const store = mariaRunStore(db);
    for (const [seq, chunk] of read.chunks.entries()) await store.appendChunk(runId, seq, chunk, rateHz);
    await store.finish(runId, { cause: "imported", detail: "Taken from a file.", atS: read.lengthS });
    return { runId };
  });
}

/** What the file says was commanded, or what was read off it. */
function profileOfFile({ head, profile }: Extract<ReadRun, { ok: true }>): ProfileStep[] {
  const told = head ? v.safeParse(ProfileSchema, head.profile) : null;
  if (told && !told.success) throw new AppError("invalid_input", "The profile in this run's file is damaged.");
  const steps = told ? told.output : profile!;
  try {
    requireProfile(steps);
  } catch (error) {
    if (error instanceof CoreInputError) throw new AppError("invalid_input", error.message, { cause: error });
    throw error;
  }
  return steps;
}

/** What the file says of limits or options, where it says it rightly. */
function saidRightly<S extends v.GenericSchema>(schema: S, said: unknown): v.InferOutput<S> | Record<string, never> {
  const parsed = v.safeParse(schema, said ?? {});
  return parsed.success ? parsed.output : {};
}

/** Writes a remark at a moment of a run. @throws {NotFoundError}, {AppError} `forbidden` */
export async function noteRun(context: VerbContext, { runId, atS, note, requestKey }: NoteRunInput): Promise<null> {
  requireRole(context, "technician");
  await getRun(context.pool, runId);
  await insertRunNote(context.pool, { runId, atS, note, requestKey, personId: context.person.id }, context.now);
  return null;
}
