import "server-only";
import { type PowerDrawVerdict, WATCH_CHANGE } from "@/core/bench/judgePowerDraw";
import { POWER_DRAW_PROFILE } from "@/core/bench/sweepProfile";
import { getCraft, setBaselineRun } from "@/features/craft/craftRepository";
import { changeJob } from "@/features/job/changeJob";
import { type NewJobEvent } from "@/features/job/jobEvent.schema";
import { getJob } from "@/features/job/jobRepository";
import { refreshedHeadline } from "@/features/job/refreshedHeadline";
import { formatChange } from "@/shared/format";
import { requireRole, type VerbContext } from "@/features/people/verbContext";
import { RigCallError, rigClient } from "@/rigs/rigClient";
import { type RigStatus, type RunStatus } from "@/rigs/runProtocol";
import { environment } from "@/server/env";
import { AppError } from "@/server/errors";
import { assessRun } from "./assessRun";
import { type ArmSweepInput, type KeepRunInput } from "./bench.schema";
import { endRun, insertRun } from "./benchRunRepository";
import { simulatedDriveOf } from "./simulatedDriveOf";

/** The rig agent of this installation. */
export function rig() {
  const { RIG_URL, RIG_TOKEN } = environment();
  return rigClient(RIG_URL, RIG_TOKEN);
}

/**
 * Connects the rig's instruments and says what each is.
 *
 * @throws {AppError} `forbidden`, `rig_unreachable`
 */
export async function connectRig(context: VerbContext): Promise<RigStatus> {
  requireRole(context, "technician");
  return rig().connect().catch(toAppError);
}

/**
 * Opens a run and arms the rig for it. From here on the page must be heard from, or the rig disarms.
 *
 * @throws {AppError} `forbidden`, `rig_unreachable` with what the rig says; {NotFoundError}
 */
export async function armSweep(context: VerbContext, input: ArmSweepInput): Promise<RunStatus> {
  requireRole(context, "technician");
  const { pool, person, now } = context;
  const { jobId, limits, operatorToken, defect } = input;
  const job = await getJob(pool, jobId);
  const craft = await getCraft(pool, job.craftId);
  const status = await connectRig(context);
  const { wattmeter, throttle } = status;
  if (!wattmeter.identity || !throttle.identity) {
    throw new AppError("rig_unreachable", `Cannot arm: ${wattmeter.problem ?? throttle.problem}`);
  }
  const instruments = { wattmeter: wattmeter.identity, throttle: throttle.identity };
  const profile = POWER_DRAW_PROFILE;
  const runId = await insertRun(
    pool,
    { craftId: craft.id, jobId, personId: person.id, profile, limits, instruments },
    now,
  );
  const simulate = environment().PITSTOPA_DEMO ? { drive: simulatedDriveOf(craft.kind), defect } : undefined;
  try {
    return await rig().arm({ runId, operatorToken, profile: [...profile], limits, simulate });
  } catch (error) {
    await endRun(pool, runId, "disarmed", error instanceof Error ? error.message : String(error), now);
    return toAppError(error);
  }
}

/**
 * Puts a run on its job as evidence, with its figures and verdict as they are now.
 *
 * @throws {AppError} `forbidden`, `invalid_input` for a run of another job, `not_ready` for one that never settled;
 *   {ConflictError}; {NotFoundError}
 */
export async function keepRun(context: VerbContext, input: KeepRunInput): Promise<null> {
  requireRole(context, "technician");
  return changeJob(context, input, async (db, job) => {
    const { run, steps, verdict } = await assessRun(db, input.runId);
    if (run.jobId !== job.id) throw new AppError("invalid_input", `Run ${run.id} belongs to another job.`);
    if (steps.length === 0) throw new AppError("not_ready", "This run has no settled step to keep.");
    if (input.asBaseline) {
      if (run.cutCause !== "end_of_profile")
        throw new AppError("not_ready", "Only a run that went to its end can be a baseline.");
      await setBaselineRun(db, job.craftId, run.id);
    }
    const kept: NewJobEvent = {
      kind: "run_kept",
      payload: {
        runId: run.id,
        word: verdict.word,
        reasons: verdict.reasons,
        steps: steps.map((step) => {
          const comparison = verdict.comparisons.find(({ name }) => name === step.name);
          return {
            name: step.name,
            throttle: step.throttle,
            measured: { voltageV: step.voltageV, currentA: step.currentA, powerW: step.powerW },
            baseline: comparison?.baseline ?? null,
            change: comparison?.currentChange ?? null,
          };
        }),
      },
    };
    const events = [kept, ...evidenceOf(run.id, verdict)];
    return { events, patch: await refreshedHeadline(db, job, events), result: null };
  });
}

/** What a run says to Isolate: whether the drive draws more than it used to, when there is a baseline to say so. */
function evidenceOf(runId: number, { comparisons }: PowerDrawVerdict): NewJobEvent[] {
  if (comparisons.length === 0) return [];
  const change = Math.max(...comparisons.map(({ currentChange }) => currentChange));
  return [
    {
      kind: "evidence_given",
      payload: {
        readings: { "draws-too-much": change > WATCH_CHANGE },
        source: `bench run ${runId}`,
        note: `${formatChange(change)} at one voltage`,
      },
    },
  ];
}

/** Turns what the rig says into a sentence for the person. */
export function toAppError(error: unknown): never {
  if (error instanceof RigCallError) throw new AppError("rig_unreachable", error.message, { cause: error });
  throw error;
}
