import "server-only";
import { type SaveWorkshopInput } from "@/features/faultLibrary/workshop.schema";
import { saveWorkshopRow } from "@/features/faultLibrary/workshopRepository";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";

/**
 * Saves what the shop has to check with and what things cost. Open jobs go by it from their next page on.
 *
 * @throws {AppError} `forbidden`; {ConflictError} when somebody saved since.
 */
export async function saveWorkshop(context: VerbContext, { version, content }: SaveWorkshopInput): Promise<null> {
  requireRole(context, "lead");
  await saveWorkshopRow(context.pool, content, version);
  return null;
}
