import "server-only";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type Craft } from "./craft";
import { getCraft, listCraft } from "./craftRepository";
import { listFittedParts } from "./fittedPartRepository";
import { type Position, positionsOf } from "./positionsOf";

/** A craft with its parts by position. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getCraftFile(
  context: VerbContext,
  craftId: number,
): Promise<{ craft: Craft; positions: Position[] }> {
  requireRole(context, "viewer");
  const craft = await getCraft(context.pool, craftId);
  return { craft, positions: positionsOf(await listFittedParts(context.pool, craftId)) };
}

/** Every craft the shop knows. @throws {AppError} `forbidden` */
export async function getCraftList(context: VerbContext): Promise<Craft[]> {
  requireRole(context, "viewer");
  return listCraft(context.pool);
}
