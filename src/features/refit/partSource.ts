import "server-only";
import { type PartKind } from "@/core/craft/partKinds";
import { type Craft } from "@/features/craft/craft";
import { getCraft } from "@/features/craft/craftRepository";
import { listFittedParts, removeFittedPart } from "@/features/craft/fittedPartRepository";
import { type Job, jobNumber } from "@/features/job/job";
import { appendEvents } from "@/features/job/events/jobEventRepository";
import { findOpenJobOf, lockJob, updateJob } from "@/features/job/jobRepository";
import { lockStockItem, moveStock, reservationsOf, setReservation } from "@/features/stock/stockRepository";
import { type Db } from "@/server/db";
import { AppError } from "@/server/errors";
import { type VerbContext } from "@/server/verbs/verbContext";
import { partLent } from "./refit.manifest";
import { type PartSource, type ReplacePartInput } from "./refit.schema";

/** The part that goes in, and where it came from. */
export interface TakenPart {
  name: string;
  serial: string;
  continuousA: number | null;
  /** In words; empty where nobody said. */
  from: string;
  fromCraftId: number | null;
  costCents: number | null;
  /** The open job of the craft that it was taken off. */
  theirJobId: number | null;
}

/** What a part is taken for. */
interface For {
  job: Job;
  craft: Craft;
  kind: PartKind;
  position: string;
}

/**
 * Takes the part that goes in from where it is: off a shelf, with the job's name or nobody's on it; off another craft, which lacks it from then on; or
 * from elsewhere, as it was written down. Call inside the job's transaction.
 *
 * @throws {AppError} `invalid_input` where it cannot be had; {ConflictError} when it was taken by somebody else; {NotFoundError}
 */
export async function takePart(
  db: Db,
  context: VerbContext,
  what: For,
  { source = { of: "elsewhere" }, name, serial, continuousA, costCents = null }: ReplacePartInput,
): Promise<TakenPart> {
  switch (source.of) {
    case "elsewhere":
      return { name, serial, continuousA, from: "", fromCraftId: null, theirJobId: null, costCents };
    case "shelf":
      return { serial, ...(await takeOffShelf(db, context, what, source.itemId, costCents)) };
    case "craft":
      return { costCents, ...(await takeOffCraft(db, context, what, source)) };
  }
}

async function takeOffShelf(
  db: Db,
  { person, now }: VerbContext,
  { job, kind, craft, position }: For,
  itemId: number,
  costCents: number | null,
): Promise<Omit<TakenPart, "serial">> {
  const item = await lockStockItem(db, itemId);
  if (item.kind !== kind) throw new AppError("invalid_input", `“${item.name}” is no part for this position.`);
  const own = (await reservationsOf(db, job.id)).get(itemId) ?? 0;
  if (item.onHand - (item.reserved - own) < 1)
    throw new AppError(
      "invalid_input",
      item.onHand === 0
        ? `No “${item.name}” is on the shelf.`
        : `Other jobs have their name on all ${item.onHand} of “${item.name}”.`,
    );
  if (own > 0) await setReservation(db, itemId, job.id, own - 1);
  const note = `fitted on ${craft.name}, ${position}, job ${jobNumber(job.id)}`;
  await moveStock(db, itemId, -1, { note, jobId: job.id, personId: person.id, at: now });
  return {
    name: item.name,
    continuousA: item.continuousA,
    from: item.shelf ? `off shelf ${item.shelf}` : "off the shelf",
    fromCraftId: null,
    theirJobId: null,
    costCents: costCents ?? item.priceCents,
  };
}

async function takeOffCraft(
  db: Db,
  { person, now }: VerbContext,
  { job, kind, craft }: For,
  { craftId, partId, because }: Extract<PartSource, { of: "craft" }>,
): Promise<Omit<TakenPart, "costCents">> {
  if (craftId === craft.id) throw new AppError("invalid_input", "That part is on this craft already.");
  const donor = await getCraft(db, craftId);
  const part = (await listFittedParts(db, craftId)).find(({ id, removedAt }) => id === partId && removedAt === null);
  if (part?.kind !== kind) throw new AppError("invalid_input", `${donor.name} has no such part any more.`);
  const reason = `taken for ${craft.name}, job ${jobNumber(job.id)}: ${because}`;
  const lent = { position: part.position, name: part.name, serial: part.serial, to: craft.name, because };
  const theirJobId = await findOpenJobOf(db, craftId);
  if (theirJobId !== null) {
    // The other job's people see it as a change of their job.
    const { job: theirs, eventCount } = await lockJob(db, theirJobId);
    await appendEvents(db, theirJobId, [partLent.of(lent)], {
      firstSeq: eventCount + 1,
      jobVersion: theirs.version + 1,
      personId: person.id,
      at: now,
    });
    await updateJob(db, theirs, {}, eventCount + 1);
  }
  await removeFittedPart(db, craftId, partId, {
    at: now,
    jobId: job.id,
    reason,
    removedAs: null,
    lentToCraftId: craft.id,
  });
  const { name, serial, continuousA } = part;
  const from = `taken from ${donor.name}: ${because}`;
  return { name, serial, continuousA, from, fromCraftId: craftId, theirJobId };
}
