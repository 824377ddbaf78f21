import "server-only";
import type * as v from "valibot";
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

/** Passes the page's heartbeat on and brings back the new samples. @throws {AppError} `forbidden`, `rig_unreachable` */
export async function beatSweep(context: VerbContext, input: v.InferOutput<typeof BeatRequest>) {
  requireRole(context, "technician");
  return rig().beat(input.runId, input.operatorToken, input.since, input.pushed).catch(toAppError);
}

/** Throttle to zero. Anybody who is signed in may: whoever sees danger. @throws {AppError} `rig_unreachable` */
export async function stopSweep(context: VerbContext, input: v.InferOutput<typeof StopRequest>): Promise<RunStatus> {
  requireRole(context, "viewer");
  return rig().stop(input.runId).catch(toAppError);
}
