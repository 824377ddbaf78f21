import "server-only";
import { getCraft } from "@/features/craft/craftRepository";
import { listFittedParts } from "@/features/craft/fittedPartRepository";
import { getJob } from "@/features/job/jobRepository";
import { baselineSteps } from "../verdict/baselineSteps";
import { linePartsOf } from "../rig/lineParts";
import { changeJob } from "@/features/job/changeJob";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { runTask } from "@/server/workers/workerPool";
import { AppError } from "@/server/errors";
import { type KeepMeasurementInput } from "./keepMeasurement.schema";
import { measurementEvents } from "../verdict/measurementEvents";
import { MEASUREMENT_NAMES } from "./measureText";

/**
 * Keeps a table of readings on its job: the verdict with its figures, and what it proves as evidence for Isolate. It is
 * judged again here, in the worker pool: what the page showed is not taken on trust.
 *
 * @throws {AppError} `forbidden`, or `invalid_input` for a table that cannot be judged; {ConflictError}; {NotFoundError}.
 */
export async function keepMeasurement(context: VerbContext, input: KeepMeasurementInput): Promise<null> {
  requireRole(context, "technician");
  const { kind, text, ...options } = input;
  const { craftId } = await getJob(context.pool, input.jobId);
  const craft = await getCraft(context.pool, craftId);
  const parts = linePartsOf(craft, await listFittedParts(context.pool, craftId));
  const powerSteps = kind === "power" ? await baselineSteps(context.pool, craft.baselineRunId) : [];
  const result = await runTask("judgeTable", { text, kind, options, past: { parts, powerSteps } });
  if (!result.ok) throw new AppError("invalid_input", result.problem);
  const title = MEASUREMENT_NAMES[kind];
  const events = measurementEvents(title, result.measured, {
    source: `bench, ${title.toLowerCase()}`,
    of: kind,
    shape: craft,
  });
  return changeJob(context, input, async () => ({ events, result: null }));
}
