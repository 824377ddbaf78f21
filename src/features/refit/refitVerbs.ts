import "server-only";
import { getCraft } from "@/features/craft/craftRepository";
import { insertFittedPart, listFittedParts, removeFittedPart } from "@/features/craft/fittedPartRepository";
import { changeJob } from "@/features/job/changeJob";
import { partReplaced, settingChanged } from "@/features/job/events/jobEvents";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { AppError } from "@/server/errors";
import { askProofs } from "./askProofs";
import { type ChangeSettingInput, type ReplacePartInput } from "./refit.schema";

/**
 * Replaces a part: the old one leaves with its reason, the new one takes its position, and the proofs that this
 * invalidated are asked for. All of it or nothing.
 *
 * @throws {AppError} `forbidden`, `invalid_input` for a part that is not fitted; {ConflictError}; {NotFoundError}
 */
export async function replacePart(context: VerbContext, input: ReplacePartInput): Promise<null> {
  requireRole(context, "technician");
  const { now } = context;
  return changeJob(context, input, async (db, job) => {
    const craft = await getCraft(db, job.craftId);
    const old = (await listFittedParts(db, craft.id)).find(
      ({ id, removedAt }) => id === input.partId && removedAt === null,
    );
    if (!old) throw new AppError("invalid_input", "That part is not fitted on this craft.");
    const { reason, name, serial, continuousA } = input;
    await removeFittedPart(db, craft.id, old.id, { at: now, jobId: job.id, reason });
    const fittedId = await insertFittedPart(
      db,
      craft.id,
      { kind: old.kind, position: old.position, name, serial, continuousA },
      { at: now, jobId: job.id },
    );
    const swap = partReplaced.of({
      kind: old.kind,
      position: old.position,
      removed: { partId: old.id, name: old.name, serial: old.serial },
      fitted: { partId: fittedId, name, serial },
      reason,
    });
    const asked = await askProofs(db, job, craft.kind, [old.kind], `the new ${old.position.toLowerCase()}`);
    return { events: [swap, asked], result: null };
  });
}

/**
 * Records a repair without a new part and asks for the proofs it needs.
 *
 * @throws {AppError} `forbidden`; {ConflictError}; {NotFoundError}
 */
export async function changeSetting(context: VerbContext, input: ChangeSettingInput): Promise<null> {
  requireRole(context, "technician");
  const { what, before, after } = input;
  return changeJob(context, input, async (db, job) => {
    const craft = await getCraft(db, job.craftId);
    const asked = await askProofs(db, job, craft.kind, [], what);
    return { events: [settingChanged.of({ what, before, after }), asked], result: null };
  });
}
