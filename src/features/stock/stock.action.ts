"use server";

import { runAction } from "@/server/verbs/runAction";
import { importStock } from "./importStock";
import { ImportStockInput, MoveStockInput, SaveStockItemInput } from "./stock.schema";
import { moveStockPieces, saveStockItem } from "./stockVerbs";

/** Gives a kind of part a place on the shelves or changes its label. */
export async function saveStockItemAction(raw: unknown) {
  return runAction(SaveStockItemInput, raw, saveStockItem);
}

/** Writes down pieces that came or went. */
export async function moveStockAction(raw: unknown) {
  return runAction(MoveStockInput, raw, moveStockPieces);
}

/** Takes a table of shelves in, or tries what it would change. */
export async function importStockAction(raw: unknown) {
  return runAction(ImportStockInput, raw, importStock);
}
