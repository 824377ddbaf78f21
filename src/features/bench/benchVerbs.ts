import "server-only";
import { type PowerDrawVerdict, WATCH_CHANGE } from "@/core/bench/judgePowerDraw";
import { type Measured } from "@/core/bench/measure/measured.types";
import { requireProfile } from "@/core/bench/run/profile";
import { RUN_PLANS } from "@/core/bench/run/runKinds";
import { CoreInputError } from "@/core/CoreInputError";
import { type Craft } from "@/features/craft/craft";
import { getCraft, setBaselineRun } from "@/features/craft/craftRepository";
import { listFittedParts } from "@/features/craft/fittedPartRepository";
import { isOverdue } from "@/features/instruments/instrument";
import { listInstruments } from "@/features/instruments/instrumentRepository";
import { rig, toAppError } from "@/features/instruments/rig";
import { changeJob } from "@/features/job/changeJob";
import { type NewJobEvent } from "@/features/job/events/eventKind";
import { evidenceGiven } from "@/features/job/events/jobEvents";
import { getJob } from "@/features/job/jobRepository";
import { requirePower } from "@/features/job/power/requirePower";
import { requireOpen } from "@/features/job/requireOpen";
import { formatChange } from "@/shared/format";
import { type LogPackInput } from "@/features/packs/pack.schema";
import { insertPackEntry } from "@/features/packs/packRepository";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type RunStatus } from "@/rigs/runProtocol";
import { type Db } from "@/server/db";
import { environment } from "@/server/env";
import { AppError } from "@/server/errors";
import { runKept } from "./bench.manifest";
import { baselineRefusal, isWholeRun } from "./verdict/baselineRefusal";
import { type AssessedRun, assessRun } from "./verdict/assessRun";
import { BASELINED_PART } from "./verdict/baselinedPart";
import { type ArmRunInput, type KeepRunInput } from "./bench.schema";
import { endRun, insertRun } from "./runs/benchRunRepository";
import { ladderSoFar } from "./verdict/assessLadder";
import { linePartsOf } from "./rig/lineParts";
import { measurementEvents } from "./verdict/measurementEvents";
import { setPartBaseline } from "./verdict/partBaselineRepository";
import { simulatedDriveOf } from "./rig/simulatedDriveOf";

/**
 * Opens a run and arms the rig for it. From here on the page must be heard from, or the rig disarms.
 *
 * @throws {AppError} `forbidden`, `invalid_input` for a profile that must not run, `not_ready` for a rung of the over-voltage ladder
 *   that the rungs below do not lead to, `rig_unreachable` with what the rig says; {NotFoundError}
 */
export async function armRun(context: VerbContext, input: ArmRunInput): Promise<RunStatus> {
  requireRole(context, "technician");
  const { pool, person, now } = context;
  const { jobId, kind, profile, limits, options, rateHz, operatorToken, defect, severity } = input;
  try {
    requireProfile(profile);
  } catch (error) {
    if (error instanceof CoreInputError) throw new AppError("invalid_input", error.message);
    throw error;
  }
  const job = await getJob(pool, jobId);
  requireOpen(job);
  const craft = await getCraft(pool, job.craftId);
  await requirePower(pool, jobId);
  if (kind === "ladder") await requireRung(pool, craft, options);
  const status = await rig().status().catch(toAppError);
  const today = now.toISOString().slice(0, 10);
  const shelf = await listInstruments(pool);
  const instruments = status.instruments.flatMap(({ id, identity, channels }) => {
    const known = shelf.find((one) => one.id === id);
    return identity ? [{ ...identity, isOverdue: known ? isOverdue(known, today) : false, channels }] : [];
  });
  const runId = await insertRun(
    pool,
    { craftId: craft.id, jobId, personId: person.id, kind, profile, limits, options, rateHz, instruments },
    now,
  );
  const simulate = environment().PITSTOPA_DEMO
    ? { drive: simulatedDriveOf(craft.kind), defect, severity, seed: craft.id, cells: cellsOnBench(input) }
    : undefined;
  try {
    return await rig().arm({ runId, operatorToken, profile, limits, rateHz, simulate });
  } catch (error) {
    await endRun(pool, runId, "disarmed", error instanceof Error ? error.message : String(error), now);
    return toAppError(error);
  }
}

/**
 * Puts a run on its job as evidence, with its figures and verdict as they are now.
 *
 * @throws {AppError} `forbidden`, `invalid_input` for a run of another job, `not_ready` for one that says nothing;
 *   {ConflictError}; {NotFoundError}
 */
export async function keepRun(context: VerbContext, input: KeepRunInput): Promise<null> {
  requireRole(context, "technician");
  return changeJob(context, input, async (db, job) => {
    const { assessed, facts } = await assessRun(db, input.runId, input);
    const { run, measured } = assessed;
    if (run.jobId !== job.id) throw new AppError("invalid_input", `Run ${run.id} belongs to another job.`);
    if (input.asBaseline) {
      const hidden = baselineRefusal(assessed);
      if (hidden !== null) throw new AppError("not_ready", hidden);
      if (run.kind === "power-draw") await setBaselineRun(db, job.craftId, run.id);
      await keepPartBaselines(db, context.now, run, facts);
    }
    if (run.kind === "pack" && run.options.packId && measured)
      await insertPackEntry(db, packEntryOf(run.options.packId, run.id, measured, context.now), context.person.id);
    const title = `${RUN_PLANS[run.kind].name}, run ${run.id}`;
    const events = measured
      ? measurementEvents(title, measured, {
          source: `bench run ${run.id}`,
          runId: run.id,
          of: run.kind,
          isWhole: isWholeRun(run),
          shape: await getCraft(db, job.craftId),
          position: run.options.position,
        })
      : [keptEvent(assessed), ...evidenceOf(run.id, assessed.verdict)];
    return { events, result: null };
  });
}

/** A rung of the over-voltage ladder is run only when the rungs below say so. */
async function requireRung(db: Db, craft: Craft, options: ArmRunInput["options"]): Promise<void> {
  const rung = options.rung ?? 0;
  if (rung === 0) return;
  const parts = linePartsOf(craft, await listFittedParts(db, craft.id));
  const { next, reasons } = await ladderSoFar(db, craft.id, { ...options, rung }, parts);
  if (next !== rung) throw new AppError("not_ready", `Not this rung yet. ${reasons.join(" ")}`);
}

/** On the upper rungs of a ladder the higher pack is clamped on the simulated bench. */
function cellsOnBench({ kind, options: { rung, higherCells } }: ArmRunInput): number | undefined {
  return kind === "ladder" && rung && higherCells ? higherCells : undefined;
}

/** What a pack run writes into the log of its pack. */
function packEntryOf(packId: number, runId: number, { carried, figures }: Measured, now: Date): LogPackInput {
  const cells = figures.filter(({ of, unit }) => of?.part.startsWith("Cell") && unit === "mΩ");
  return {
    packId,
    measuredOn: now.toISOString().slice(0, 10),
    cycles: null,
    resistanceMohm: carried?.cellMohm ?? null,
    cellsMohm: cells.length > 0 ? cells.map(({ value }) => value) : null,
    cellsV: null,
    capacityMah: null,
    spreadMv: carried?.cellSpreadMv ?? null,
    note: `bench run ${runId}`,
  };
}

function keptEvent({ run, steps, verdict, ladder, problem }: AssessedRun): NewJobEvent {
  const said = verdict ?? ladder;
  if (steps.length === 0 || !said) throw new AppError("not_ready", problem ?? "This run has no settled step to keep.");
  return runKept.of({
    runId: run.id,
    title: RUN_PLANS[run.kind].name,
    isWhole: isWholeRun(run),
    word: said.word,
    reasons: said.reasons,
    steps: steps.map((step) => {
      const comparison = verdict?.comparisons.find(({ throttle }) => throttle === step.throttle);
      return {
        name: step.name,
        throttle: step.throttle,
        measured: { voltageV: step.voltageV, currentA: step.currentA, powerW: step.powerW },
        baseline: comparison?.baseline ?? null,
        change: comparison?.currentChange ?? null,
      };
    }),
  });
}

/** A baseline belongs to the part, not to its place: a motor that is replaced takes it along. */
async function keepPartBaselines(
  db: Db,
  now: Date,
  run: AssessedRun["run"],
  facts: Awaited<ReturnType<typeof assessRun>>["facts"],
): Promise<void> {
  const measured = BASELINED_PART[run.kind];
  if (!measured) return;
  const fitted = (await listFittedParts(db, run.craftId)).filter(
    ({ kind, removedAt }) => kind === measured && !removedAt,
  );
  if (measured !== "motor" && fitted.every(({ position }) => !facts.has(position)))
    throw new AppError(
      "not_ready",
      `This run does not say which ${measured === "esc" ? "ESC" : measured} it measured.`,
    );
  for (const { id, position } of fitted) {
    const own = facts.get(position);
    if (own) await setPartBaseline(db, { craftId: run.craftId, partId: id, runId: run.id, facts: own }, now);
  }
}

/** What a run says to Isolate: whether the drive draws more than it used to, when there is a baseline to say so. */
function evidenceOf(runId: number, verdict: PowerDrawVerdict | null): NewJobEvent[] {
  const comparisons = verdict?.comparisons ?? [];
  if (comparisons.length === 0) return [];
  const change = Math.max(...comparisons.map(({ currentChange }) => currentChange));
  return [
    evidenceGiven.of({
      symptoms: { "draws-too-much": change > WATCH_CHANGE },
      source: `bench run ${runId}`,
      note: `${formatChange(change)} at one voltage`,
    }),
  ];
}
