import "server-only";
import { changeJob } from "@/features/job/changeJob";
import { type ReserveStockInput } from "@/features/stock/stock.schema";
import { lockStockItem, reservationsOf, setReservation } from "@/features/stock/stockRepository";
import { AppError } from "@/server/errors";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { partsReserved } from "./refit.manifest";

/**
 * Puts a job's name on pieces of an item; 0 gives them back.
 *
 * @throws {AppError} `forbidden`, `invalid_input` for more than are free; {ConflictError}; {NotFoundError}
 */
export async function reserveParts(
  context: VerbContext,
  { itemId, pieces, ...target }: ReserveStockInput,
): Promise<null> {
  requireRole(context, "technician");
  return changeJob(context, target, async (db, job) => {
    const { name, onHand, reserved } = await lockStockItem(db, itemId);
    const own = (await reservationsOf(db, job.id)).get(itemId) ?? 0;
    const free = onHand - (reserved - own);
    if (pieces > free) throw new AppError("invalid_input", `Only ${free} of “${name}” are free.`);
    if (pieces === own) return { events: [], result: null };
    await setReservation(db, itemId, job.id, pieces);
    return { events: [partsReserved.of({ name, pieces })], result: null };
  });
}
