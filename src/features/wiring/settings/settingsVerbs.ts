import "server-only";
import { proofsOfSettings } from "@/core/refit/snapshot/settingGroups";
import { craftFacts } from "@/features/craft/craftFacts";
import { getCraft } from "@/features/craft/craftRepository";
import { askProofKinds } from "@/features/job/askProofs";
import { changeJob } from "@/features/job/changeJob";
import { getJob } from "@/features/job/jobRepository";
import { type Db } from "@/server/db";
import { NotFoundError } from "@/server/errors";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { runTask } from "@/server/workers/workerPool";
import { findSettingsText, insertSettings, listSettings } from "./settingsRepository";
import { type SaveSettingsInput } from "../wiring.schema";
import { settingsKept } from "../wiring.manifest";

/**
 * Keeps the settings that were read off a board, with craft and job, as they came. What is in no known form is kept as well, and said so. Where the
 * job kept some before, what changed since asks for its proofs.
 *
 * @throws {AppError} `forbidden`; {ConflictError}; {NotFoundError}
 */
export async function saveSettings(
  context: VerbContext,
  input: SaveSettingsInput,
): Promise<{ problem: string | null; changed: number }> {
  requireRole(context, "technician");
  const previous = await previousOfJob(context.pool, input.jobId);
  const { problem, touched } = await runTask("readSettings", { newest: input.text, previous });
  return changeJob(context, input, async (db, job) => {
    const { name, target, text } = input;
    const settings = { craftId: job.craftId, jobId: job.id, name, target, text };
    await insertSettings(db, settings, context.person.id, context.now);
    const kinds = proofsOfSettings(touched, await craftFacts(db, await getCraft(db, job.craftId)));
    const because = `${touched.length === 1 ? "1 setting" : `${touched.length} settings`} changed in ${name}`;
    const asked = kinds.length > 0 ? [await askProofKinds(db, job, kinds, because)] : [];
    const kept = settingsKept.of({ name, target, lines: text.split("\n").length });
    return { events: [kept, ...asked], result: { problem, changed: touched.length } };
  });
}

/** The text that the job kept last; null where it kept none. */
async function previousOfJob(db: Db, jobId: number): Promise<string | null> {
  const { craftId } = await getJob(db, jobId);
  const last = (await listSettings(db, craftId)).find((each) => each.jobId === jobId);
  return last ? findSettingsText(db, craftId, last.id) : null;
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
