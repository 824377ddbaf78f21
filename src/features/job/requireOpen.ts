import "server-only";
import { AppError } from "@/server/errors";
import { type Job, jobNumber } from "./job";

/** @throws {AppError} `not_ready` for a job that was handed back: nothing is added to it. */
export function requireOpen({ id, closedAt }: Pick<Job, "id" | "closedAt">): void {
  if (closedAt) throw new AppError("not_ready", `Job ${jobNumber(id)} has been handed back; receive the craft again.`);
}
