import "server-only";
import { deleteLinkTakenBack, insertLinkTakenBack } from "@/features/faultLibrary/linkRepository";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type DecideLinkInput } from "./decideLink.schema";

/** Takes what was learned of a link back, or lets it count again; either twice changes nothing. @throws {AppError} `forbidden` */
export async function decideLink(context: VerbContext, { learns, reason, ...link }: DecideLinkInput): Promise<null> {
  requireRole(context, "lead");
  if (learns) await deleteLinkTakenBack(context.pool, link);
  else await insertLinkTakenBack(context.pool, link, { personId: context.person.id, reason, at: context.now });
  return null;
}
