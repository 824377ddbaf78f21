import "server-only";
import type * as v from "valibot";
import { requireSession } from "@/server/session";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import {
  type BeatRequest,
  type OperatorRequest,
  type RigStatus,
  type RunStatus,
  type StopRequest,
} from "@/rigs/runProtocol";
import { rig, toAppError } from "@/features/instruments/rig";

/** What the rig says of itself. @throws {AppError} `forbidden`, `rig_unreachable` */
export async function getRigStatus(context: VerbContext): Promise<RigStatus> {
  requireRole(context, "viewer");
  return rig().status().catch(toAppError);
}

/** Starts the profile of an armed run. @throws {AppError} `forbidden`, `rig_unreachable` */
export async function startSweep(
  context: VerbContext,
  input: v.InferOutput<typeof OperatorRequest>,
): Promise<RunStatus> {
  requireRole(context, "technician");
  return rig().start(input.runId, input.operatorToken).catch(toAppError);
}

/**
 * Passes the page's heartbeat on and brings back the new samples. The token is the key: only the page that armed the run has it.
 *
 * @throws {AppError} `rig_unreachable`
 */
export async function beatSweep(input: v.InferOutput<typeof BeatRequest>) {
  return rig().beat(input.runId, input.operatorToken, input.since, input.pushed).catch(toAppError);
}

/**
 * Throttle to zero. Anybody who is signed in may: whoever sees danger. Who it is is not looked up: a database that does not
 * answer must not keep a motor running.
 *
 * @throws {AppError} `unauthenticated`, `rig_unreachable`
 */
export async function stopSweep(input: v.InferOutput<typeof StopRequest>): Promise<RunStatus> {
  await requireSession();
  return rig().stop(input.runId, input.operatorToken).catch(toAppError);
}
