import "server-only";
import { type PartKind } from "@/core/craft/partKinds";
import { placeText } from "@/core/craft/spots";
import { typeName } from "@/core/craft/typeName";
import { burntBefore, hasBurnt } from "@/core/refit/burntParts";
import { carryEscSettings, escPlace } from "@/core/refit/motorSets";
import { type Craft, type FittedPart } from "@/features/craft/craft";
import { findEscSettings, saveEscSettingsRow } from "@/features/craft/escSettingsRepository";
import { craftFacts } from "@/features/craft/craftFacts";
import { getCraft } from "@/features/craft/craftRepository";
import {
  findSerialElsewhere,
  insertFittedPart,
  listFittedParts,
  removeFittedPart,
} from "@/features/craft/fittedPartRepository";
import { askProofs } from "@/features/job/askProofs";
import { changeJob } from "@/features/job/changeJob";
import { type NewJobEvent } from "@/features/job/events/eventKind";
import { partReplaced, proofGuided } from "@/features/job/events/jobEvents";
import { projectHeadlineAfter } from "@/features/job/headline/projectHeadline";
import { type Db } from "@/server/db";
import { AppError } from "@/server/errors";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { outdatedSeqs } from "./outdatedSeqs";
import { takePart } from "./partSource";
import { type ReplacePartInput } from "./refit.schema";

/**
 * Replaces a part: the old one leaves with its reason, the new one takes its position, off a shelf, off another craft or from elsewhere, and the
 * proofs that this invalidated are asked for. All of it or nothing.
 *
 * @throws {AppError} `forbidden`, `invalid_input` for a part that is not fitted, or that cannot be had; {ConflictError}; {NotFoundError}
 */
export async function replacePart(context: VerbContext, input: ReplacePartInput): Promise<null> {
  requireRole(context, "technician");
  const { now, pool } = context;
  const theirJobId = await changeJob(context, input, async (db, job) => {
    const craft = await getCraft(db, job.craftId);
    const parts = await listFittedParts(db, craft.id);
    const { kind, position, old } = findPlace(parts, input);
    requireCalm(parts, position, input);
    const fitted = await takePart(db, context, { job, craft, kind, position }, input);
    await requireFreeSerial(db, { kind, notOn: craft.id, name: fitted.name, serial: fitted.serial });
    const removedAs = old ? (input.removedAs ?? null) : null;
    const reason = input.despite ? `${input.reason}; fitted all the same: ${input.despite}` : input.reason;
    if (old) await removeFittedPart(db, craft.id, old.id, { at: now, jobId: job.id, reason, removedAs });
    const { name, serial, continuousA, from, fromCraftId, costCents } = fitted;
    const minutes = input.minutes ?? null;
    const part = { kind, position, name, serial, continuousA };
    const at = { at: now, jobId: job.id, fromCraftId, costCents, minutes };
    const partId = await insertFittedPart(db, craft.id, part, at);
    const swap = partReplaced.of({
      kind,
      position,
      removed: old && { partId: old.id, name: old.name, serial: old.serial },
      fitted: { partId, name, serial },
      reason,
      removedAs,
      from,
      costCents,
      minutes,
      outdated: await outdatedSeqs(db, job, [kind], placeText(position, craft)),
    });
    const touched = { replaced: [kind], otherType: isOtherType(old, fitted) ? [kind] : [] };
    const asked = await askProofs(db, job, await craftFacts(db, craft), touched, `the new ${lowerFirst(position)}`);
    const guide = kind === "esc" ? await carrySettings(db, craft, position) : [];
    return { events: [swap, asked, ...guide], result: fitted.theirJobId };
  });
  if (theirJobId !== null) await projectHeadlineAfter(pool, theirJobId);
  return null;
}

/** Says whether the new part is known to be of another type than the old one was. */
function isOtherType(old: Pick<FittedPart, "name"> | null, fitted: { name: string }): boolean {
  const [before, now] = [old?.name ?? "", fitted.name].map(typeName);
  return before !== "" && now !== "" && before !== now;
}

/** What the new ESC must be set to, for whoever proves it; in the matrix its column is empty from now on. */
async function carrySettings(db: Db, craft: Craft, position: string): Promise<NewJobEvent[]> {
  const known = await findEscSettings(db, craft.id);
  const place = escPlace(position, craft);
  if (!known || place === null) return [];
  const { lines, matrix } = carryEscSettings(known.matrix, place);
  await saveEscSettingsRow(db, craft.id, matrix, known.version);
  return [proofGuided.of({ proof: "esc-settings", title: `The new ${position}, set as its peers`, lines })];
}

/** The position and what sits in it. @throws {AppError} `invalid_input` */
function findPlace(
  parts: readonly FittedPart[],
  { partId, position }: ReplacePartInput,
): { kind: PartKind; position: string; old: FittedPart | null } {
  const isHere = (part: FittedPart) => (partId === null ? part.position === position : part.id === partId);
  const here = parts.filter(isHere);
  const fitted = here.find(({ removedAt }) => removedAt === null);
  if (partId === null && fitted) throw new AppError("invalid_input", "That position is not empty any more.");
  if (partId !== null && !fitted) throw new AppError("invalid_input", "That part is not fitted on this craft.");
  const known = fitted ?? here[0];
  if (!known) throw new AppError("invalid_input", "This craft has no such position.");
  return { kind: known.kind, position: known.position, old: fitted ?? null };
}

/** @throws {AppError} `invalid_input` for one more where two have burnt, without a reason */
function requireCalm(
  parts: readonly FittedPart[],
  position: string,
  { reason, removedAs = null, despite }: ReplacePartInput,
): void {
  const former = parts.flatMap((part) =>
    part.removedReason === null
      ? []
      : [{ position: part.position, reason: part.removedReason, removedAs: part.removedAs }],
  );
  if (hasBurnt({ reason, removedAs }) && burntBefore(former, position) > 0 && despite.length < 3)
    throw new AppError(
      "invalid_input",
      `This is the second ${lowerFirst(position)} that burnt on this craft: its power is the suspect, and a third would burn too. Find why, or say why one is fitted all the same.`,
    );
}

/** What stands in the field of a part without one. */
const WITHOUT_SERIAL = ["", "none"];

/** @throws {AppError} `invalid_input` for a serial that another craft carries: one part is at one place */
async function requireFreeSerial(
  db: Db,
  part: { kind: PartKind; notOn: number; name: string; serial: string },
): Promise<void> {
  if (WITHOUT_SERIAL.includes(part.serial.toLowerCase())) return;
  const other = await findSerialElsewhere(db, part);
  if (other)
    throw new AppError(
      "invalid_input",
      `Serial ${part.serial} is on ${other.craftName} (${other.tailNumber}), ${other.position}. Take it from there, or read the serial again.`,
    );
}

/** "Camera" inside a sentence; "ESC 3" stays as it is. */
function lowerFirst(position: string): string {
  return /^[A-Z][a-z]/.test(position) ? position.charAt(0).toLowerCase() + position.slice(1) : position;
}
