import "server-only";
import { type Readings } from "@/core/series/series";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type PushedReadings, type RigStatus } from "@/rigs/runProtocol";
import { listInstruments } from "./instrumentRepository";
import { rig, toAppError } from "./rig";

/**
 * Connects the shop's instruments that are in use and says what each is.
 *
 * @param pushed - Readings of stands on the page's serial port.
 * @throws {AppError} `forbidden`, `rig_unreachable`
 */
export async function connectRig(
  context: VerbContext,
  { pushed }: { pushed: readonly PushedReadings[] } = { pushed: [] },
): Promise<RigStatus> {
  requireRole(context, "technician");
  const used = (await listInstruments(context.pool)).filter(({ isUsed }) => isUsed);
  const instruments = used.map(({ id, name, transport, host, port, map }) => ({
    id,
    name,
    transport,
    host,
    port,
    map,
  }));
  return rig()
    .connect({ instruments, pushed: [...pushed] })
    .catch(toAppError);
}

/** What the instruments that are connected read now; nothing is driven. @throws {AppError} `forbidden`, `rig_unreachable` */
export async function readRig(context: VerbContext): Promise<Readings> {
  requireRole(context, "technician");
  return rig().readings().catch(toAppError);
}
