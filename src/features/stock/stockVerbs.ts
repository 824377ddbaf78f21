import "server-only";
import Papa from "papaparse";
import { getWorkshop } from "@/features/faultLibrary/workshopRepository";
import { withTransaction } from "@/server/db";
import { AppError } from "@/server/errors";
import { hasRole } from "@/server/person";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type StockPageProps } from "./stock";
import { type MoveStockInput, type SaveStockItemInput } from "./stock.schema";
import {
  insertStockItem,
  listReservations,
  listStock,
  listStockMoves,
  lockStockItem,
  moveStock,
  updateStockItem,
} from "./stockRepository";

/** Moves of an item that the page shows. */
const SHOWN_MOVES = 12;

/** The shelves: what is there, whose name is on it, what came and went. @throws {AppError} `forbidden` */
export async function getStockPage(context: VerbContext): Promise<StockPageProps> {
  requireRole(context, "viewer");
  const { pool, person } = context;
  const [items, moves, reservations, workshop] = await Promise.all([
    listStock(pool),
    listStockMoves(pool, SHOWN_MOVES),
    listReservations(pool),
    getWorkshop(pool),
  ]);
  return {
    items: items.map((item) => ({
      ...item,
      moves: moves.get(item.id) ?? [],
      jobs: reservations.get(item.id) ?? [],
    })),
    currency: workshop.content.currency,
    mayEdit: hasRole(person, "technician"),
  };
}

/**
 * Gives a kind of part a place on the shelves, or changes its label.
 *
 * @returns its id.
 * @throws {AppError} `forbidden`; {ConflictError}
 */
export async function saveStockItem(context: VerbContext, input: SaveStockItemInput): Promise<number> {
  requireRole(context, "technician");
  if (input.id === null) return insertStockItem(context.pool, input);
  await updateStockItem(context.pool, input.id, input);
  return input.id;
}

/**
 * Writes down pieces that came or went. What jobs have their name on stays on the shelf.
 *
 * @throws {AppError} `forbidden`, `invalid_input` for more than are free; {NotFoundError}
 */
export async function moveStockPieces(context: VerbContext, input: MoveStockInput): Promise<null> {
  requireRole(context, "technician");
  const { pool, person, now } = context;
  return withTransaction(pool, async (db) => {
    const { onHand, reserved } = await lockStockItem(db, input.itemId);
    if (input.pieces < 0 && onHand + input.pieces < reserved)
      throw new AppError(
        "invalid_input",
        `${onHand} are on the shelf, and jobs have their name on ${reserved}: only ${Math.max(0, onHand - reserved)} can go.`,
      );
    await moveStock(db, input.itemId, input.pieces, { note: input.note, jobId: null, personId: person.id, at: now });
    return null;
  });
}

/** The shelves as a table for other programs. @throws {AppError} `forbidden` */
export async function exportStock(context: VerbContext): Promise<string> {
  requireRole(context, "viewer");
  const items = await listStock(context.pool);
  return Papa.unparse(
    items.map(({ kind, name, shelf, continuousA, priceCents, onHand, reserved, fewest }) => ({
      kind,
      name,
      shelf,
      continuous_a: continuousA,
      price: priceCents === null ? null : (priceCents / 100).toFixed(2),
      on_hand: onHand,
      reserved,
      fewest,
    })),
    { escapeFormulae: true, newline: "\n" },
  );
}
