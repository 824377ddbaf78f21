"use server";

import { runAction } from "@/server/verbs/runAction";
import { importBoard } from "./boardVerbs";
import { ImportBoardInput } from "./boards.schema";

/** Takes a board file in, as the next version of its name. */
export async function importBoardAction(raw: unknown) {
  return runAction(ImportBoardInput, raw, importBoard);
}
