import "server-only";
import { densityOfDay } from "@/core/bench/airDensity";
import { judgePowerDraw, type PowerDrawVerdict } from "@/core/bench/judgePowerDraw";
import { type Measured } from "@/core/bench/measure/measured.types";
import { type LadderVerdict } from "@/core/bench/overVoltLadder";
import { type SeriesPoints } from "@/core/series/pointsOf";
import { type Gap, type RunToWorkOut, type WorkedOutRun } from "@/core/bench/run/workOutRun";
import { type StepDraw } from "@/core/bench/run/summariseSweep";
import { getCraft } from "@/features/craft/craftRepository";
import { listFittedParts } from "@/features/craft/fittedPartRepository";
import { type Db } from "@/server/db";
import { runTask } from "@/server/workers/workerPool";
import { assessLadder } from "./assessLadder";
import { type BenchRun } from "../runs/benchRun";
import { getRun, listChunks } from "../runs/benchRunRepository";
import { linePartsOf } from "../rig/lineParts";
import { type BaselinedPart } from "./baselinedPart";
import { type PartFacts } from "./partBaselineRepository";
import { pastOfRun } from "./pastOfRun";
import { listRunNotes, type RunNote } from "../runs/runNoteRepository";

/** A run with all that is worked out from its samples. Nothing of it is stored: it follows from them. */
export interface AssessedRun {
  run: BenchRun;
  sampleCount: number;
  /** Length of the whole run, whatever stretch is looked at. */
  lengthS: number;
  points: SeriesPoints;
  steps: StepDraw[];
  /** Of a power-draw run. */
  verdict: PowerDrawVerdict | null;
  /** Of a rung of an over-voltage ladder, with the other rungs. */
  ladder: LadderVerdict | null;
  /** Of all other kinds. */
  measured: Measured | null;
  /** Why there is no verdict. */
  problem: string | null;
  /** Stretches that could not be stored. */
  gaps: readonly Gap[];
  baseline: { runId: number; points: SeriesPoints } | null;
  notes: RunNote[];
  /** Whether the parts it measures have baselines of their own. */
  hasPartBaseline: boolean;
}

/** A stretch of a run in seconds; null for its start or end. */
export interface RunRange {
  fromS: number | null;
  toS: number | null;
}
const WHOLE: RunRange = { fromS: null, toS: null };

/**
 * Works a run out and judges it: against the craft's baselines, the weakest part in line, and its motors against each other.
 *
 * @param range - The stretch that counts.
 * @returns What a page shows, and the facts of the parts measured, by their position on the craft.
 * @throws {NotFoundError}
 */
export async function assessRun(
  db: Db,
  runId: number,
  range: RunRange = WHOLE,
): Promise<{ assessed: AssessedRun; facts: ReadonlyMap<string, PartFacts[BaselinedPart]> }> {
  const run = await getRun(db, runId);
  const craft = await getCraft(db, run.craftId);
  const parts = linePartsOf(craft, await listFittedParts(db, run.craftId));
  const { past, hasBaseline } = await pastOfRun(db, run);
  const worked = await workOut(db, run, range, { motorCount: craft.motorCount, ...past });
  const { steps, judged } = worked;
  const isPower = run.kind === "power-draw";
  // Over samples that are missing nothing is said.
  const isWhole = worked.gaps.length === 0 || judged.problem === null;
  const baseline =
    !isPower || craft.baselineRunId === null || craft.baselineRunId === runId
      ? null
      : await loadBaseline(db, craft.baselineRunId);
  const { facts: motors, servo, esc, ...measured } = judged.measured ?? {};
  const part = servo ?? esc;
  return {
    facts: motors ?? new Map(part && run.options.position ? [[run.options.position, part]] : []),
    assessed: {
      run,
      sampleCount: worked.sampleCount,
      lengthS: worked.lengthS,
      points: worked.points,
      steps,
      verdict:
        isPower && isWhole
          ? judgePowerDraw(
              steps,
              baseline?.steps ?? [],
              parts,
              densityRatio(baseline?.run, run),
              run.cutCause === "limit" ? run.cutDetail : null,
            )
          : null,
      gaps: worked.gaps,
      ladder: run.kind === "ladder" && isWhole ? await assessLadder(db, run, steps, parts) : null,
      measured: judged.measured ? (measured as Measured) : null,
      problem: judged.problem,
      baseline: baseline && { runId: baseline.run.id, points: baseline.points },
      notes: await listRunNotes(db, runId),
      hasPartBaseline: hasBaseline,
    },
  };
}

/** Unpacks and works out a run's samples, in the worker pool. */
export async function workOut(
  db: Db,
  { id, kind, profile, options }: BenchRun,
  { fromS, toS }: RunRange = WHOLE,
  past: RunToWorkOut["past"] = {},
): Promise<WorkedOutRun> {
  return runTask("workOutRun", { kind, profile, options, chunks: await listChunks(db, id), fromS, toS, past });
}

async function loadBaseline(db: Db, runId: number) {
  const run = await getRun(db, runId);
  const { steps, points } = await workOut(db, run);
  return { run, steps, points };
}

/** Both days' air must be known, or the air is left out of the comparison. */
function densityRatio(baseline: BenchRun | undefined, run: BenchRun): number {
  const density = (one: BenchRun | undefined) => densityOfDay(one?.options.airC, one?.options.airHpa);
  const [then, now] = [density(baseline), density(run)];
  return then && now ? then / now : 1;
}
