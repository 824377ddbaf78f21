import "server-only";
import { type Library } from "@/core/diagnosis/library/library.types";
import { PART_KINDS } from "@/core/craft/partKinds";
import { isMendable, type Mendable } from "@/core/refit/mendable";
import { findProofKind } from "@/core/prove/proofKinds";
import { type Pool } from "mysql2/promise";
import { setAlarms } from "@/core/refit/motorSets";
import { followedSince, recurrenceOf } from "@/core/refit/typeHistory";
import { type Craft } from "@/features/craft/craft";
import { findEscSettings } from "@/features/craft/escSettingsRepository";
import { getSpentOnRepairs, listFittedParts, listPartsFittedOnType } from "@/features/craft/fittedPartRepository";
import { getWorkshop } from "@/features/faultLibrary/workshopRepository";
import { listStock, reservationsOf } from "@/features/stock/stockRepository";
import { type RepairCosts, type ShelfChoice } from "./refitView";
import { isAtPlace, placeText } from "@/core/craft/spots";
import { causesOf, placesOf, standingCauses, unrepairedCauses } from "@/features/job/causes/causesOf";
import { withPlace } from "@/features/job/events/eventKind";
import { getJobPage } from "@/features/job/getJobPage";
import { hasRole } from "@/server/person";
import { type VerbContext } from "@/server/verbs/verbContext";
import { formatPercent } from "@/shared/format";
import { type Position, positionsOf } from "@/features/craft/positionsOf";
import { type RefitBayProps } from "./RefitBay";

/** A job in Refit. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getRefitBay(context: VerbContext, jobId: number): Promise<RefitBayProps> {
  const { job, craft, proofs, library, ...facts } = await getJobPage(context, jobId);
  const { pool, now } = context;
  const [parts, matrix, shelves, costs] = await Promise.all([
    listFittedParts(pool, craft.id),
    findEscSettings(pool, craft.id),
    shelvesFor(pool, job.id),
    costsOf(pool, craft, now),
  ]);
  const causes = causesOf({ ...facts, proofs });
  const fitted = parts.filter(({ removedAt }) => removedAt === null);
  // Once a cause was repaired its new part is no suspect any more.
  const suspected = unrepairedCauses(causes).flatMap(({ faults }) =>
    faults.map(({ id, place }) => ({ kinds: partsOfFault(library, id), place })),
  );
  const isSuspect = (position: Position) =>
    suspected.some(
      ({ kinds, place }) =>
        kinds.includes(position.kind) && (place === "" || isAtPlace(position, place, craft, fitted)),
    );
  return {
    target: { jobId: job.id, version: job.version },
    causes: standingCauses(causes).map(({ seq, faults, other, otherPlace, outcome }) => ({
      seq,
      lines: [
        ...faults.map(
          ({ name, repair, probability, place }) =>
            `${withPlace(name, place)} (${formatPercent(probability)}): ${repair}`,
        ),
        ...(other ? [withPlace(other, otherPlace)] : []),
      ],
      place: placesOf({ faults, otherPlace })[0] ?? "",
      mend: faults.length === 1 && !other ? mendOf(library, faults[0]!.id) : null,
      isOpen: outcome.kind === "not repaired",
      isFailed: outcome.kind === "failed",
    })),
    positions: positionsOf(parts)
      .map((position) => ({
        ...position,
        kindName: PART_KINDS[position.kind],
        place: placeText(position.position, craft),
        isSuspect: isSuspect(position),
      }))
      .sort((a, b) => Number(b.isSuspect) - Number(a.isSuspect)),
    alarms: setAlarms(fitted, matrix?.matrix ?? null),
    shelves,
    costs,
    proofs: proofs.map(({ kind, state }) => ({ title: findProofKind(kind)?.title ?? kind, state })),
    mayEdit: hasRole(context.person, "technician") && !job.closedAt,
    isHere: job.bay === "refit",
  };
}

/** What the job could take off the shelves, and what it has its name on. */
async function shelvesFor(pool: Pool, jobId: number): Promise<ShelfChoice[]> {
  const [items, own] = await Promise.all([listStock(pool), reservationsOf(pool, jobId)]);
  return items
    .map(({ id, kind, name, shelf, priceCents, onHand, reserved }) => {
      const ours = own.get(id) ?? 0;
      return { id, kind, name, shelf, priceCents, free: Math.max(0, onHand - reserved), ours };
    })
    .filter(({ free, ours }) => free > 0 || ours > 0);
}

/** What was spent on the craft, and how often repairs of its type came back, by kind of part. */
async function costsOf(pool: Pool, craft: Craft, now: Date): Promise<RepairCosts> {
  const [spent, history, { content }] = await Promise.all([
    getSpentOnRepairs(pool, craft.id),
    listPartsFittedOnType(pool, craft, followedSince(now)),
    getWorkshop(pool),
  ]);
  const kinds = [...new Set(history.map(({ kind }) => kind))];
  return {
    spentCents: Math.round(spent.cents + (spent.minutes / 60) * content.labourCentsPerHour),
    labourCentsPerHour: content.labourCentsPerHour,
    currency: content.currency,
    again: Object.fromEntries(
      kinds.map((kind) => {
        const { followed, failedAgain } = recurrenceOf(
          history.filter((each) => each.kind === kind),
          now,
        );
        return [kind, { followed, failedAgain }];
      }),
    ),
  };
}

/** The repair of a fault where it needs no new part. */
function mendOf(library: Library, faultId: string): { name: string; on: Mendable } | null {
  const fault = library.faults.find(({ id }) => id === faultId);
  const repair = library.repairs.find(({ id }) => id === fault?.repair);
  if (repair?.parts.length !== 0) return null;
  const on = repair.mends ?? repair.part;
  return { name: repair.name, on: isMendable(on) ? on : "settings" };
}

function partsOfFault(library: Library, faultId: string): string[] {
  const fault = library.faults.find(({ id }) => id === faultId);
  const repair = library.repairs.find(({ id }) => id === fault?.repair);
  return [fault?.part, repair?.part].filter((part) => part !== undefined);
}
