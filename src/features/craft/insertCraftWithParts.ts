import "server-only";
import { type Db } from "@/server/db";
import { type CraftInput } from "./addCraft.schema";
import { insertCraft } from "./craftRepository";
import { insertFirstParts } from "./fittedPartRepository";

/** Adds a craft and what is fitted on it. Call inside a transaction. @returns the craft's id. */
export async function insertCraftWithParts(db: Db, { parts, ...craft }: CraftInput, now: Date): Promise<number> {
  const craftId = await insertCraft(db, craft, now);
  const fitted = parts.map((part) => ({ ...part, continuousA: part.continuousA ?? null }));
  await insertFirstParts(db, craftId, fitted, { at: now, jobId: null });
  return craftId;
}
