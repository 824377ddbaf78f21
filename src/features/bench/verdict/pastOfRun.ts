import "server-only";
import { type MeasurementPast } from "@/core/bench/measure/measureColumns";
import { type Db } from "@/server/db";
import { type BenchRun } from "../runs/benchRun";
import { BASELINED_PART, type BaselinedPart } from "./baselinedPart";
import { listPartBaselines, type PartBaselines } from "./partBaselineRepository";

/**
 * What the parts that a run measures were like when they were known to be good. A run is not compared with itself.
 *
 * @returns The past for the verdict, and whether each part measured has a baseline already.
 */
export async function pastOfRun(db: Db, run: BenchRun): Promise<{ past: MeasurementPast; hasBaseline: boolean }> {
  const position = run.options.position ?? "";
  switch (BASELINED_PART[run.kind]) {
    case "motor": {
      const baselines = await listPartBaselines(db, run.craftId, "motor");
      return { past: { motors: othersOf(baselines, run.id) }, hasBaseline: baselines.size > 0 };
    }
    case "servo": {
      const baselines = await listPartBaselines(db, run.craftId, "servo");
      return {
        past: { servo: othersOf(baselines, run.id).get(position) ?? null },
        hasBaseline: baselines.has(position),
      };
    }
    case "esc": {
      const baselines = await listPartBaselines(db, run.craftId, "esc");
      return { past: { esc: othersOf(baselines, run.id).get(position) ?? null }, hasBaseline: baselines.has(position) };
    }
    default:
      return { past: {}, hasBaseline: false };
  }
}

function othersOf<Kind extends BaselinedPart>(baselines: PartBaselines<Kind>, runId: number) {
  return new Map([...baselines].flatMap(([position, one]) => (one.runId === runId ? [] : [[position, one.facts]])));
}
