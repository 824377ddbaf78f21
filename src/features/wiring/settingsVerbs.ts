import "server-only";
import { changeJob } from "@/features/job/changeJob";
import { getJob } from "@/features/job/jobRepository";
import { NotFoundError } from "@/server/errors";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { runTask } from "@/server/workers/workerPool";
import { findSettingsText, insertSettings } from "./settingsRepository";
import { type SaveSettingsInput } from "./wiring.schema";
import { settingsKept } from "./wiring.manifest";

/**
 * Keeps the settings that were read off a board, with craft and job, as they came. What is in no known form is kept as well, and said so.
 *
 * @throws {AppError} `forbidden`; {ConflictError}; {NotFoundError}
 */
export async function saveSettings(
  context: VerbContext,
  input: SaveSettingsInput,
): Promise<{ problem: string | null }> {
  requireRole(context, "technician");
  const { problem } = await runTask("readSettings", { newest: input.text, previous: null });
  return changeJob(context, input, async (db, job) => {
    const { name, target, text } = input;
    await insertSettings(
      db,
      { craftId: job.craftId, jobId: job.id, name, target, text },
      context.person.id,
      context.now,
    );
    return { events: [settingsKept.of({ name, target, lines: text.split("\n").length })], result: { problem } };
  });
}

/**
 * The lines of kept settings that go to the new board, as a file; secrets stand in it as a remark.
 *
 * @throws {AppError} `forbidden`; {NotFoundError}
 */
export async function linesToApply(context: VerbContext, jobId: number, id: number): Promise<string> {
  requireRole(context, "technician");
  const job = await getJob(context.pool, jobId);
  const text = await findSettingsText(context.pool, job.craftId, id);
  const read = text === null ? null : await runTask("readSettings", { newest: text, previous: null });
  if (!read?.carried) throw new NotFoundError(`Settings ${id}`);
  return read.carried.apply;
}
