import "server-only";
import { type Db } from "@/server/db";
import { AppError } from "@/server/errors";
import { loadJobFacts } from "../headline/jobFacts";
import { beforePowerOf, limiterAside } from "./beforePower";
import { STEPS_BEFORE_POWER } from "./stepsBeforePower";

/**
 * Refuses power that a shut gate of the diagnosis keeps away: a run at no throttle has the pack in as well.
 *
 * @param behindLimiter - It is the first power through a limiter itself, which need not have been done before.
 * @throws {AppError} `not_ready` with what comes first
 */
export async function requirePower(db: Db, jobId: number, { behindLimiter = false } = {}): Promise<void> {
  const all = beforePowerOf(await loadJobFacts(db, jobId));
  const { because, missing, elsewhere, isShort } = behindLimiter ? limiterAside(all) : all;
  if (isShort)
    throw new AppError("not_ready", "A short was found: nothing is powered, by pack or by USB, until it is gone.");
  if (because === "") return;
  const steps = missing.map((id) => STEPS_BEFORE_POWER[id].does);
  throw new AppError(
    "not_ready",
    [because, "First:", ...steps, ...elsewhere.map((gate) => `${gate} (Isolate)`)].join(" "),
  );
}
