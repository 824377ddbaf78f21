import "server-only";
import { isOutdatedBy } from "@/core/diagnosis/findings/outdatedBy";
import { placeText } from "@/core/craft/spots";
import { burntBefore, isBurnt } from "@/core/refit/burntParts";
import { type PartKind } from "@/core/craft/partKinds";
import { getCraft } from "@/features/craft/craftRepository";
import { insertFittedPart, listFittedParts, removeFittedPart } from "@/features/craft/fittedPartRepository";
import { changeJob } from "@/features/job/changeJob";
import { causesOf, placesOf, unrepairedCauses } from "@/features/job/causes/causesOf";
import { listEvents } from "@/features/job/events/jobEventRepository";
import { findingsOf } from "@/features/job/events/findings";
import { type Job } from "@/features/job/job";
import { getCurrentLibrary } from "@/features/faultLibrary/currentLibrary";
import { type Db } from "@/server/db";
import { partReplaced, settingChanged } from "@/features/job/events/jobEvents";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { AppError } from "@/server/errors";
import { askProofs } from "@/features/job/askProofs";
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
    const parts = await listFittedParts(db, craft.id);
    const old = parts.find(({ id, removedAt }) => id === input.partId && removedAt === null);
    if (!old) throw new AppError("invalid_input", "That part is not fitted on this craft.");
    const { name, serial, continuousA } = input;
    const former = parts.flatMap(({ position, removedReason }) =>
      removedReason === null ? [] : [{ position, reason: removedReason }],
    );
    if (isBurnt(input.reason) && burntBefore(former, old.position) > 0 && input.despite.length < 3)
      throw new AppError(
        "invalid_input",
        `This is the second ${lowerFirst(old.position)} that burnt on this craft: its power is the suspect, and a third would burn too. Find why, or say why one is fitted all the same.`,
      );
    const reason = input.despite ? `${input.reason}; fitted all the same: ${input.despite}` : input.reason;
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
      outdated: await outdatedSeqs(db, job, [old.kind], placeText(old.position, craft)),
    });
    const asked = await askProofs(db, job, craft.kind, { replaced: [old.kind] }, `the new ${lowerFirst(old.position)}`);
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
  const { what, before, after, mended, place } = input;
  return changeJob(context, input, async (db, job) => {
    const craft = await getCraft(db, job.craftId);
    const asked = await askProofs(db, job, craft.kind, { replaced: [], mended: [mended] }, what);
    const outdated = await outdatedSeqs(db, job, [], place);
    return { events: [settingChanged.of({ what, before, after, mended, place, outdated }), asked], result: null };
  });
}

/**
 * Which findings a repair outdates: those that could have come from the part that was replaced, or from the cause that it is
 * for. Without a cause and without a part nobody can tell: null, for all of them.
 *
 * @param place - Where the repair is.
 */
async function outdatedSeqs(db: Db, job: Job, parts: readonly PartKind[], place: string): Promise<number[] | null> {
  const events = await listEvents(db, job.id);
  const findings = findingsOf(events);
  const open = unrepairedCauses(causesOf({ events, findings, proofs: [] }));
  const here = open.filter((cause) => placesOf(cause).some((each) => each === place));
  const faultIds = (here.length > 0 ? here : open).flatMap(({ faults }) => faults.map(({ id }) => id));
  if (parts.length === 0 && faultIds.length === 0) return null;
  const { library } = await getCurrentLibrary(db);
  return findings
    .filter(({ state, finding }) => state === "counted" && isOutdatedBy(library, finding, { parts, faultIds }))
    .map(({ seq }) => seq);
}

/** "Camera" inside a sentence; "ESC 3" stays as it is. */
function lowerFirst(position: string): string {
  return /^[A-Z][a-z]/.test(position) ? position.charAt(0).toLowerCase() + position.slice(1) : position;
}
