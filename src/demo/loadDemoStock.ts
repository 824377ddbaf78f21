import { type Pool } from "mysql2/promise";
import type * as v from "valibot";
import { listOpenJobsOfCraft, getJob } from "../features/job/jobRepository";
import { reserveParts } from "../features/refit/reserveParts";
import { moveStockPieces, saveStockItem } from "../features/stock/stockVerbs";
import { type VerbContext } from "../server/verbs/verbContext";
import { type DemoStock } from "./demoShop.schema";

/** Fills the demo's shelves, and puts the names of open jobs on some of it. */
export async function loadDemoStock(
  context: VerbContext & { pool: Pool },
  stock: v.InferOutput<typeof DemoStock>,
  craftIds: ReadonlyMap<string, number>,
): Promise<void> {
  const open = await listOpenJobsOfCraft(context.pool);
  for (const { pieces, for: reserved, ...item } of stock) {
    const itemId = await saveStockItem(context, { ...item, id: null, version: 0 });
    await moveStockPieces(context, { itemId, pieces, note: "bought" });
    for (const [tailNumber, count] of Object.entries(reserved)) {
      const jobId = open.get(craftIds.get(tailNumber) ?? 0);
      if (jobId === undefined) throw new Error(`Demo stock: ${tailNumber} is on no open job.`);
      const { version } = await getJob(context.pool, jobId);
      await reserveParts(context, { jobId, version, itemId, pieces: count });
    }
  }
}
