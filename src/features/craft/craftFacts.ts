import "server-only";
import { type CraftFacts } from "@/core/refit/invalidatedProofs";
import { type Db } from "@/server/db";
import { type Craft } from "./craft";
import { listFittedParts } from "./fittedPartRepository";

/** What is known of a craft that decides which proofs can be done on it. */
export async function craftFacts(db: Db, { id, kind }: Pick<Craft, "id" | "kind">): Promise<CraftFacts> {
  const parts = await listFittedParts(db, id);
  return { kind, fitted: parts.filter(({ removedAt }) => removedAt === null).map((part) => part.kind) };
}
