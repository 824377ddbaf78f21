import "server-only";
import { cellSums } from "@/core/bench/packEntry";
import { advisePack } from "@/core/bench/packLog";
import { hasRole } from "@/server/person";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { formatDay } from "@/shared/format";
import { AppError } from "@/server/errors";
import { type LogPackInput, type SavePackInput } from "./pack.schema";
import { insertPack, insertPackEntry, listPackEntries, listPacks, updatePack } from "./packRepository";
import { type PacksPageProps } from "./pack";

/** The packs with their logs and what these advise. @throws {AppError} `forbidden` */
export async function getPacksPage(context: VerbContext): Promise<PacksPageProps> {
  requireRole(context, "viewer");
  const [packs, entries] = await Promise.all([listPacks(context.pool), listPackEntries(context.pool)]);
  return {
    packs: packs.map((pack) => {
      const log = entries.get(pack.id) ?? [];
      return { ...pack, log, advice: advisePack(pack.capacityMah, log, formatDay(context.now)) };
    }),
    today: formatDay(context.now),
    mayEdit: hasRole(context.person, "technician"),
  };
}

/**
 * Puts a pack on the list or changes it.
 *
 * @returns its id.
 * @throws {AppError} `forbidden`, `invalid_input` for a label that is taken; {ConflictError}
 */
export async function savePack(context: VerbContext, input: SavePackInput): Promise<number> {
  requireRole(context, "technician");
  const { pool, now } = context;
  const known = await listPacks(pool);
  if (known.some(({ id, label }) => id !== input.id && label.toLowerCase() === input.label.toLowerCase()))
    throw new AppError("invalid_input", `There is another pack labelled “${input.label}”.`);
  const { id } = input;
  if (id === null) return insertPack(pool, input, now);
  await updatePack(pool, { ...input, id }, now);
  return id;
}

/**
 * Writes a measurement into a pack's log; mean and spread follow from its cells where these were given.
 *
 * @throws {AppError} `forbidden`, `invalid_input` for more or fewer cells than it has; {NotFoundError}
 */
export async function logPack(context: VerbContext, input: LogPackInput): Promise<null> {
  requireRole(context, "technician");
  const cellCount = (await listPacks(context.pool)).find(({ id }) => id === input.packId)?.cellCount;
  for (const cells of [input.cellsMohm, input.cellsV])
    if (cells && cellCount !== undefined && cells.length !== cellCount)
      throw new AppError("invalid_input", `This pack has ${cellCount} cells; ${cells.length} were given.`);
  await insertPackEntry(context.pool, { ...input, ...cellSums(input) }, context.person.id);
  return null;
}
