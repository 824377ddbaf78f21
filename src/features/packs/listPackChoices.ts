import "server-only";
import { type Chemistry } from "@/core/bench/measure/pack/chemistries";
import { type Db } from "@/server/db";
import { listPackEntries, listPacks } from "./packRepository";

/** A pack as the bench takes it: what its label says, and what it was like when new. */
export interface PackChoice {
  id: number;
  label: string;
  chemistry: Chemistry;
  capacityMah: number;
  cRating: number | null;
  /** Mean of a cell at its first entry; null when it was never measured. */
  newMohm: number | null;
}

/** The packs that are still flown. */
export async function listPackChoices(db: Db): Promise<PackChoice[]> {
  const [packs, entries] = await Promise.all([listPacks(db), listPackEntries(db)]);
  return packs
    .filter(({ isRetired }) => !isRetired)
    .map(({ id, label, chemistry, capacityMah, cRating }) => ({
      id,
      label,
      chemistry,
      capacityMah,
      cRating,
      newMohm: entries.get(id)?.find(({ resistanceMohm }) => resistanceMohm !== null)?.resistanceMohm ?? null,
    }));
}
