import "server-only";
import * as v from "valibot";
import { type ProfileStep, requireProfile } from "@/core/bench/run/profile";
import { RUN_PLANS } from "@/core/bench/run/runKinds";
import { profileOf, readRunHead, seriesOfColumns, writeRunFile } from "@/core/bench/run/runFile";
import { cutToRange, filterSeries, sampleCount, type Series } from "@/core/series/series";
import { CoreInputError } from "@/core/CoreInputError";
import { getCraft } from "@/features/craft/craftRepository";
import { getJob } from "@/features/job/jobRepository";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { mariaRunStore } from "@/rigs/agent/runStore";
import { ProfileSchema, RunLimitsSchema } from "@/rigs/runProtocol";
import { AppError } from "@/server/errors";
import { readColumns, TableError } from "@/core/series/readColumns";
import { type RunRange } from "../verdict/assessRun";
import { type ImportRunInput, type NoteRunInput } from "../bench.schema";
import { getRun, insertRun, listSamples } from "./benchRunRepository";
import { insertRunNote } from "./runNoteRepository";
import { RunOptionsSchema } from "./runOptions.schema";

/** A run, or a stretch of it, as CSV with units in its header. @throws {NotFoundError}, {AppError} `forbidden` */
export async function exportRun(context: VerbContext, runId: number, { fromS, toS }: RunRange): Promise<string> {
  requireRole(context, "viewer");
  const run = await getRun(context.pool, runId);
  const craft = await getCraft(context.pool, run.craftId);
  const series = cutToRange(await listSamples(context.pool, runId), fromS ?? 0, toS ?? Infinity);
  return writeRunFile(run, series, [
    `run ${run.id}, ${RUN_PLANS[run.kind].name}, ${run.createdAt.toISOString()}, ${run.personName}`,
    `craft: ${craft.name}, ${craft.tailNumber}`,
    ...run.instruments.map(
      ({ maker, model, serial, isOverdue }) =>
        `instrument: ${maker} ${model} ${serial}${isOverdue ? ", calibration overdue" : ""}`,
    ),
    ...(run.cutCause ? [`ended: ${run.cutCause}, ${run.cutDetail}`] : []),
  ]);
}

/** Samples are stored in chunks of this many, so that no row grows beyond what the server takes. */
const CHUNK_SAMPLES = 20_000;

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
  const read = readRunFile(text);
  const time = read.series.time!;
  const rateHz = (time.length - 1) / Math.max(1e-6, time.at(-1)! - time[0]!);
  const runId = await insertRun(
    pool,
    {
      craftId: job.craftId,
      jobId,
      personId: person.id,
      kind: read.kind ?? kind,
      profile: read.profile,
      limits: read.limits,
      options: read.options,
      rateHz: Math.round(rateHz * 100) / 100,
      instruments: [],
    },
    now,
  );
  const store = mariaRunStore(pool);
  for (let seq = 0; seq * CHUNK_SAMPLES < sampleCount(read.series); seq++) {
    const chunk = filterSeries(read.series, (at) => Math.floor(at / CHUNK_SAMPLES) === seq);
    await store.appendSamples(runId, seq, chunk, rateHz);
  }
  await store.finish(runId, { cause: "imported", detail: "Taken from a file.", atS: time.at(-1)! });
  return { runId };
}

function readRunFile(text: string) {
  try {
    const head = readRunHead(text);
    const series = seriesOfColumns(readColumns(text).values);
    const told = head ? v.safeParse(ProfileSchema, head.profile) : null;
    if (told && !told.success) throw new CoreInputError("out_of_range", "The profile in this run's file is damaged.");
    const { profile, withStep } = told ? { profile: told.output as ProfileStep[], withStep: series } : readOff(series);
    requireProfile(profile);
    const limits = v.safeParse(RunLimitsSchema, head?.limits ?? {});
    const options = v.safeParse(RunOptionsSchema, head?.options ?? {});
    return {
      kind: head?.kind ?? null,
      series: withStep,
      profile,
      limits: limits.success ? limits.output : {},
      options: options.success ? options.output : {},
    };
  } catch (error) {
    if (error instanceof CoreInputError || error instanceof TableError)
      throw new AppError("invalid_input", error.message);
    throw error;
  }
}

function readOff(series: Series): { profile: ProfileStep[]; withStep: Series } {
  const { profile, step } = profileOf(series);
  return { profile, withStep: { ...series, step } };
}

/** Writes a remark at a moment of a run. @throws {NotFoundError}, {AppError} `forbidden` */
export async function noteRun(context: VerbContext, { runId, atS, note }: NoteRunInput): Promise<null> {
  requireRole(context, "technician");
  await getRun(context.pool, runId);
  await insertRunNote(context.pool, { runId, atS, note, personId: context.person.id }, context.now);
  return null;
}
