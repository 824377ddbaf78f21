import "server-only";
import { type Craft } from "@/features/craft/craft";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { listJobsOfCraft } from "../jobRepository";
import { type Ticket, ticketOf } from "./ticket";

/** A craft's visits as tickets, newest first. @throws {AppError} `forbidden` */
export async function getVisits(context: VerbContext, craft: Craft): Promise<Ticket[]> {
  requireRole(context, "viewer");
  return (await listJobsOfCraft(context.pool, craft.id)).map((job) => ticketOf(job, craft));
}
