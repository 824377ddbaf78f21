import "server-only";
import { type Db } from "@/server/db";
import { type CraftInput } from "./addCraft.schema";
import { insertCraft } from "./craftRepository";
import { insertFittedPart } from "./fittedPartRepository";

/** Adds a craft and what is fitted on it. Call inside a transaction. @returns the craft's id. */
export async function insertCraftWithParts(db: Db, { parts, ...craft }: CraftInput, now: Date): Promise<number> {
  const craftId = await insertCraft(db, craft, now);
  for (const part of parts) {
    await insertFittedPart(db, craftId, { ...part, continuousA: part.continuousA ?? null }, { at: now, jobId: null });
  }
  return craftId;
}
