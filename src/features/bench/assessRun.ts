import "server-only";
import { type PowerSample } from "@/core/bench/findLimitCrossing";
import { judgePowerDraw, type PowerDrawVerdict } from "@/core/bench/judgePowerDraw";
import { type StepDraw, summariseSweep } from "@/core/bench/summariseSweep";
import { getCraft } from "@/features/craft/craftRepository";
import { listFittedParts } from "@/features/craft/fittedPartRepository";
import { type Db } from "@/server/db";
import { type BenchRun } from "./benchRun";
import { getRun, listSamples } from "./benchRunRepository";
import { linePartsOf } from "./lineParts";

/** A run with all that is worked out from its samples. Nothing of it is stored: it follows from them. */
export interface AssessedRun {
  run: BenchRun;
  samples: PowerSample[];
  steps: StepDraw[];
  verdict: PowerDrawVerdict;
  baseline: { run: BenchRun; samples: PowerSample[]; steps: StepDraw[] } | null;
}

/**
 * Works a run out and judges it against the craft's baseline and the weakest part in line.
 *
 * @throws {NotFoundError}
 */
export async function assessRun(db: Db, runId: number): Promise<AssessedRun> {
  const run = await getRun(db, runId);
  const craft = await getCraft(db, run.craftId);
  const [samples, parts] = [await listSamples(db, runId), await listFittedParts(db, run.craftId)];
  const steps = summariseSweep(samples, run.profile);
  const baseline =
    craft.baselineRunId === null || craft.baselineRunId === runId ? null : await loadRun(db, craft.baselineRunId);
  const verdict = judgePowerDraw(steps, baseline?.steps ?? [], linePartsOf(craft, parts));
  return { run, samples, steps, verdict, baseline };
}

async function loadRun(db: Db, runId: number) {
  const run = await getRun(db, runId);
  const samples = await listSamples(db, runId);
  return { run, samples, steps: summariseSweep(samples, run.profile) };
}
