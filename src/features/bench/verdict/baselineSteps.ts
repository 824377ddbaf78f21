import "server-only";
import { type PowerSample } from "@/core/bench/measure/judgePower";
import { type Db } from "@/server/db";
import { getRun } from "../runs/benchRunRepository";
import { workOut } from "./assessRun";

/** A craft's draw when it was good, step by step; none where it has no baseline. */
export async function baselineSteps(db: Db, runId: number | null): Promise<PowerSample[]> {
  if (runId === null) return [];
  const { steps } = await workOut(db, await getRun(db, runId));
  return steps.map(({ throttle, voltageV, currentA }) => ({ throttle, voltageV, currentA }));
}
