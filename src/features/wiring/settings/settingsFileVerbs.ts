import "server-only";
import { createHash } from "node:crypto";
import { changeJob } from "@/features/job/changeJob";
import { getJob } from "@/features/job/jobRepository";
import { AppError, NotFoundError } from "@/server/errors";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { findSettingsFile, insertSettingsFile } from "./settingsFileRepository";
import { MOST_FILE_BYTES } from "./settingsLimits";
import { settingsFileKept } from "../wiring.manifest";

/** As long as the list's column. */
const LONGEST = 120;

/**
 * Keeps a settings file that is no text, or too large to be read as one, as it came: nothing is read out of it.
 *
 * @throws {AppError} `forbidden`, `invalid_input` for an empty one, `too_large`, `not_ready` on a closed job; {NotFoundError}
 */
export async function keepSettingsFile(
  context: VerbContext,
  { jobId, bytes, ...given }: { jobId: number; name: string; target: string; bytes: Buffer },
): Promise<null> {
  requireRole(context, "technician");
  const short = (text: string) => [...text.toWellFormed().trim()].slice(0, LONGEST).join("");
  const name = short(given.name) || "settings";
  const target = short(given.target);
  if (bytes.length === 0) throw new AppError("invalid_input", `${name} is empty.`);
  if (bytes.length > MOST_FILE_BYTES)
    throw new AppError("too_large", `${name} has ${(bytes.length / 1e6).toFixed(1)} MB; the limit is 48 MB.`);
  const sha256 = createHash("sha256").update(bytes).digest();
  // It overwrites nothing, so it goes onto whatever version the job has now.
  return changeJob(context, { jobId, version: "any" }, async (db, job) => {
    const kept = { craftId: job.craftId, jobId, name, target, bytes, sha256 };
    await insertSettingsFile(db, { ...kept, personId: context.person.id, at: context.now });
    return { events: [settingsFileKept.of({ name, target, bytes: bytes.length })], result: null };
  });
}

/** A settings file as it came; secrets stand in it as they are. @throws {AppError} `forbidden`; {NotFoundError} */
export async function readSettingsFile(
  context: VerbContext,
  jobId: number,
  id: number,
): Promise<{ name: string; bytes: Buffer }> {
  requireRole(context, "technician");
  const { craftId } = await getJob(context.pool, jobId);
  const file = await findSettingsFile(context.pool, craftId, id);
  if (!file) throw new NotFoundError(`Settings file ${id}`);
  return file;
}
