import "server-only";
import { type Craft } from "@/features/craft/craft";
import { requireRole, type VerbContext } from "@/features/people/verbContext";
import { listJobsOfCraft } from "./jobRepository";
import { type Strip, stripOf } from "./strip";

/** A craft's visits as tickets, newest first. @throws {AppError} `forbidden` */
export async function getVisits(context: VerbContext, craft: Craft): Promise<Strip[]> {
  requireRole(context, "viewer");
  return (await listJobsOfCraft(context.pool, craft.id)).map((job) => stripOf(job, craft));
}
