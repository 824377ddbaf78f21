import "server-only";
import { judgeLadder, type LadderVerdict } from "@/core/bench/overVoltLadder";
import { type StepDraw } from "@/core/bench/run/summariseSweep";
import { type RunToWorkOut } from "@/core/bench/run/workOutRun";
import { type RatedPart } from "@/core/bench/weakestInLine";
import { type Db } from "@/server/db";
import { runTask } from "@/server/workers/workerPool";
import { type BenchRun, type RunOptions } from "../runs/benchRun";
import { listChunks, listRunsOfKind } from "../runs/benchRunRepository";

const plateauOf = (steps: readonly StepDraw[]) => steps.find(({ role }) => role === "plateau") ?? null;

/** Judges a rung together with the newest whole runs of the rungs below it, for the same pair of packs. */
export async function assessLadder(
  db: Db,
  run: BenchRun,
  steps: readonly StepDraw[],
  parts: readonly RatedPart[],
): Promise<LadderVerdict> {
  const { usualCells, higherCells, rung } = run.options;
  if (!usualCells || !higherCells || rung == null)
    return { next: null, word: "cannot say", reasons: ["Say the cells of both packs."], predicted: null };
  const below = await rungsBelow(db, run.craftId, run.options, run.id);
  return judgeLadder([...below, plateauOf(steps)], { usualCells, higherCells }, parts);
}

/** What the rungs below one say before it is run. */
export async function ladderSoFar(
  db: Db,
  craftId: number,
  options: RunOptions,
  parts: readonly RatedPart[],
): Promise<LadderVerdict> {
  const { usualCells, higherCells } = options;
  if (!usualCells || !higherCells)
    return { next: null, word: "cannot say", reasons: ["Say the cells of both packs."], predicted: null };
  return judgeLadder(await rungsBelow(db, craftId, options, MAX_RUN_ID), { usualCells, higherCells }, parts);
}

const MAX_RUN_ID = 4_294_967_295;

async function rungsBelow(
  db: Db,
  craftId: number,
  { usualCells, higherCells, rung }: RunOptions,
  upToId: number,
): Promise<(StepDraw | null)[]> {
  const before = (await listRunsOfKind(db, craftId, "ladder", upToId)).filter(
    (other) =>
      other.id !== upToId &&
      other.cutCause === "end_of_profile" &&
      other.options.usualCells === usualCells &&
      other.options.higherCells === higherCells,
  );
  const rungs: (StepDraw | null)[] = [];
  for (let place = 0; place < (rung ?? 0); place++) {
    const below = before.find(({ options }) => options.rung === place);
    rungs.push(
      below ? plateauOf((await runTask("workOutRun", toWorkOut(below, await listChunks(db, below.id)))).steps) : null,
    );
  }
  return rungs;
}

/** A whole run, for its steps alone. */
function toWorkOut({ kind, profile, options }: BenchRun, chunks: RunToWorkOut["chunks"]): RunToWorkOut {
  return { kind, profile, options, chunks, fromS: null, toS: null, past: {} };
}
