import "server-only";
import { judgeLadder, type LadderVerdict } from "@/core/bench/overVoltLadder";
import { type StepDraw, summariseSweep } from "@/core/bench/run/summariseSweep";
import { type RatedPart } from "@/core/bench/weakestInLine";
import { type Db } from "@/server/db";
import { type BenchRun } from "./benchRun";
import { listRunsOfKind, listSamples } from "./benchRunRepository";

const heldOf = (steps: readonly StepDraw[]) => steps.find(({ name }) => name === "held") ?? null;

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
  const before = (await listRunsOfKind(db, run.craftId, "ladder", run.id)).filter(
    (other) =>
      other.id !== run.id &&
      other.cutCause === "end_of_profile" &&
      other.options.usualCells === usualCells &&
      other.options.higherCells === higherCells,
  );
  const rungs: (StepDraw | null)[] = [];
  for (let place = 0; place < rung; place++) {
    const below = before.find(({ options }) => options.rung === place);
    rungs.push(below ? heldOf(summariseSweep(await listSamples(db, below.id), below.profile)) : null);
  }
  rungs.push(heldOf(steps));
  return judgeLadder(rungs, { usualCells, higherCells }, parts);
}
