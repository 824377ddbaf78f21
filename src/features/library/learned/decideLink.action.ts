"use server";

import { runAction } from "@/server/verbs/runAction";
import { decideLink } from "./decideLink";
import { DecideLinkInput } from "./decideLink.schema";

/** Says whether the shop learns of a link. */
export async function decideLinkAction(raw: unknown) {
  return runAction(DecideLinkInput, raw, decideLink);
}
