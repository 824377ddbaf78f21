import { type Pool } from "mysql2/promise";
import type * as v from "valibot";
import { logPack, savePack } from "../features/packs/packVerbs";
import { type Person } from "../server/person";
import { type DemoPacks } from "./demoShop.schema";

const DAY_MS = 86_400_000;

/** Puts the demo's packs on the list and writes their logs, dates counting back from `now`. */
export async function loadDemoPacks(
  pool: Pool,
  packs: v.InferOutput<typeof DemoPacks>,
  { person, now }: { person: Person; now: Date },
): Promise<void> {
  for (const { log, ...pack } of packs) {
    const context = { pool, person, now };
    const packId = await savePack(context, { ...pack, id: null, version: 0, boughtOn: null, isRetired: false });
    for (const { daysAgo, ...entry } of log) {
      const measuredOn = new Date(now.getTime() - daysAgo * DAY_MS).toISOString().slice(0, 10);
      await logPack(context, { ...entry, packId, measuredOn });
    }
  }
}
