import "server-only";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { hasRole } from "@/server/person";
import { type Craft } from "./craft";
import { type CraftChange, listCraftChanges } from "./craftChangeRepository";
import { getCraft, listCraft } from "./craftRepository";
import { listFittedParts, listLacking } from "./fittedPartRepository";
import { type Position, positionsOf } from "./positionsOf";

/** A craft with its parts by position. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getCraftFile(
  context: VerbContext,
  craftId: number,
): Promise<{ craft: Craft; positions: Position[]; changes: CraftChange[]; mayEdit: boolean }> {
  requireRole(context, "viewer");
  const craft = await getCraft(context.pool, craftId);
  const [parts, changes] = await Promise.all([
    listFittedParts(context.pool, craftId),
    listCraftChanges(context.pool, craftId),
  ]);
  return { craft, positions: positionsOf(parts), changes, mayEdit: hasRole(context.person, "technician") };
}

/** Every craft the shop knows, with how many of its positions stand empty. @throws {AppError} `forbidden` */
export async function getCraftList(context: VerbContext): Promise<(Craft & { lacks: number })[]> {
  requireRole(context, "viewer");
  const [craft, lacking] = await Promise.all([listCraft(context.pool), listLacking(context.pool)]);
  return craft.map((each) => ({ ...each, lacks: lacking.get(each.id) ?? 0 }));
}
