import "server-only";
import { RigCallError, rigClient } from "@/rigs/rigClient";
import { environment } from "@/server/env";
import { AppError } from "@/server/errors";

/** The rig agent of this installation. */
export function rig() {
  const { RIG_URL, RIG_TOKEN } = environment();
  return rigClient(RIG_URL, RIG_TOKEN);
}

/** Turns what the rig says into a sentence for the person. */
export function toAppError(error: unknown): never {
  if (error instanceof RigCallError) throw new AppError("rig_unreachable", error.message, { cause: error });
  throw error;
}
