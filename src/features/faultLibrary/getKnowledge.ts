import "server-only";
import { type ShopPrices } from "@/core/diagnosis/repairs/adviseStop";
import { type Workshop } from "@/core/diagnosis/checks/availableChecks";
import { type LearnedCauses } from "@/core/diagnosis/library/learnedRate";
import { learnedLibrary } from "@/core/diagnosis/library/learnedLibrary";
import { type SeenLink } from "@/core/diagnosis/library/learnedLinks";
import { type Library } from "@/core/diagnosis/library/library.types";
import { type Craft } from "@/features/craft/craft";
import { listFittedParts } from "@/features/craft/fittedPartRepository";
import { type Db } from "@/server/db";
import { listKindsOnHand } from "@/features/stock/stockRepository";
import { getLearnedCauses } from "./closedCaseRepository";
import { getCurrentLibrary } from "./currentLibrary";
import { listSeenLinks } from "./linkRepository";
import { getWorkshop } from "./workshopRepository";

/** Everything a case on one craft is weighed with. */
export interface Knowledge {
  /** With the strengths that the shop learned, while learning is switched on. */
  library: Library;
  /** Of the library; 0 for the shipped one. */
  revision: number;
  /** What the strengths were learned from; none while learning is switched off. */
  seenLinks: readonly SeenLink[];
  workshop: Workshop;
  /** Kind of part → the positions it is fitted at. */
  positions: Readonly<Record<string, string[]>>;
  prices: ShopPrices;
  currency: string;
  /** What the shop's closed jobs taught; null while learning is switched off. */
  learned: LearnedCauses | null;
}

/** Reads what a case on this craft is weighed with. */
export async function getKnowledge(db: Db, { id, kind }: Pick<Craft, "id" | "kind">): Promise<Knowledge> {
  // One after another: `db` may be one connection inside a transaction.
  const { library, revision } = await getCurrentLibrary(db);
  const { content } = await getWorkshop(db);
  const parts = (await listFittedParts(db, id)).filter(({ removedAt }) => removedAt === null);
  const positions: Record<string, string[]> = {};
  for (const part of parts) (positions[part.kind] ??= []).push(part.position);
  const onShelves = await listKindsOnHand(db, id);
  const { tools, spares, isLearning, currency, ...prices } = content;
  const seenLinks = isLearning ? await listSeenLinks(db) : [];
  return {
    library: learnedLibrary(library, seenLinks),
    revision,
    seenLinks,
    positions,
    prices,
    currency,
    workshop: {
      tools: new Set<string>(tools),
      spares: new Set<string>([...spares, ...onShelves]),
      fitted: Object.fromEntries(Object.entries(positions).map(([part, places]) => [part, places.length])),
    },
    learned: isLearning ? await getLearnedCauses(db, kind) : null,
  };
}
