import "server-only";
import { AppError } from "@/server/errors";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { changeJob } from "../changeJob";
import { evidenceGiven } from "../events/jobEvents";
import { loadJobFacts } from "../headline/jobFacts";
import { beforePowerOf } from "./beforePower";
import { type ConfirmBeforePowerInput } from "./power.schema";
import { STEPS_BEFORE_POWER } from "./stepsBeforePower";

/**
 * Keeps that the steps before power were done, as findings: what each showed.
 *
 * @throws {AppError} `forbidden`, `not_ready` for power before eyes; {ConflictError}; {NotFoundError}
 */
export async function confirmBeforePower(context: VerbContext, input: ConfirmBeforePowerInput): Promise<null> {
  requireRole(context, "technician");
  const { missing } = beforePowerOf(await loadJobFacts(context.pool, input.jobId));
  // Eyes before power: the limiter comes after the look, never alone.
  if (missing.includes("power-to-ground") && !input.done.includes("power-to-ground"))
    throw new AppError("not_ready", `First: ${STEPS_BEFORE_POWER["power-to-ground"].does}`);
  const symptoms = Object.fromEntries(input.done.map((id) => [id, STEPS_BEFORE_POWER[id].shows]));
  const note = input.done.map((id) => STEPS_BEFORE_POWER[id].does).join(" ");
  return changeJob(context, input, async () => ({
    events: [evidenceGiven.of({ symptoms, source: "before power", note })],
    result: null,
  }));
}
