import "server-only";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type Db, withTransaction } from "@/server/db";
import { AppError } from "@/server/errors";
import { type LineProblem, readShelves, type ShelfLine } from "./readShelves";
import { type StockItem } from "./stock";
import { type ImportStockInput } from "./stock.schema";
import { insertStockItem, listStock, lockStockItem, moveStock, updateStockItem } from "./stockRepository";

/** What a table of shelves changed, or would; or everything that is wrong with it, and nothing stored. */
export type ImportedStock = { saved: boolean; changes: ShelfChange[] } | { saved: false; problems: LineProblem[] };

/** What a line changes. */
export interface ShelfChange {
  name: string;
  what: "new" | "label" | "pieces";
  /** Came, or, below 0, went. */
  pieces: number;
}

/**
 * Takes a table of shelves in, all of it or nothing: kinds of parts that are not there are added, labels of others changed, and pieces counted
 * anew, each written down as come or gone. What the table does not name stays as it is.
 *
 * @throws {AppError} `forbidden`; {ConflictError} when somebody changed a label meanwhile
 */
export async function importStock(context: VerbContext, { text, isTrial }: ImportStockInput): Promise<ImportedStock> {
  requireRole(context, "technician");
  const read = readShelves(text);
  if ("problems" in read) return { saved: false, problems: read.problems };
  const items = await listStock(context.pool);
  const planned = read.lines.map((line) => ({ ...line, item: itemOf(items, line) }));
  const short = planned.flatMap(({ line, onHand, item, label }): LineProblem[] =>
    item && onHand !== null && onHand < item.reserved
      ? [{ line, problem: `Jobs have their name on ${item.reserved} of ${label.name}: ${onHand} cannot be left.` }]
      : [],
  );
  if (short.length > 0) return { saved: false, problems: short };
  const changes = planned.flatMap(changesOf);
  if (isTrial || changes.length === 0) return { saved: false, changes };
  return withTransaction(context.pool, async (db) => {
    for (const line of planned) if (changesOf(line).length > 0) await takeIn(db, context, line);
    return { saved: true, changes };
  });
}

type Planned = ShelfLine & { item: StockItem | undefined };

function itemOf(items: readonly StockItem[], { label }: ShelfLine): StockItem | undefined {
  return items.find(({ kind, name }) => kind === label.kind && name.toLowerCase() === label.name.toLowerCase());
}

function changesOf({ label, onHand, item }: Planned): ShelfChange[] {
  const { name } = label;
  if (!item) return [{ name, what: "new", pieces: onHand ?? 0 }];
  const isLabelled =
    item.name === name &&
    item.shelf === label.shelf &&
    item.continuousA === label.continuousA &&
    item.priceCents === label.priceCents &&
    item.fewest === label.fewest;
  const pieces = (onHand ?? item.onHand) - item.onHand;
  return [
    ...(isLabelled ? [] : [{ name, what: "label" as const, pieces: 0 }]),
    ...(pieces === 0 ? [] : [{ name, what: "pieces" as const, pieces }]),
  ];
}

async function takeIn(db: Db, { person, now }: VerbContext, { label, onHand, item }: Planned): Promise<void> {
  const note = "counted, from a table";
  if (!item) {
    const id = await insertStockItem(db, label);
    if (onHand) await moveStock(db, id, onHand, { note, jobId: null, personId: person.id, at: now });
    return;
  }
  const before = await lockStockItem(db, item.id);
  await updateStockItem(db, item.id, { ...label, version: item.version });
  if (onHand === null || onHand === before.onHand) return;
  if (onHand < before.reserved)
    throw new AppError("invalid_input", `Jobs have put their name on ${before.reserved} of ${label.name} meanwhile.`);
  await moveStock(db, item.id, onHand - before.onHand, { note, jobId: null, personId: person.id, at: now });
}
