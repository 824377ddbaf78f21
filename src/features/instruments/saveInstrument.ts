import "server-only";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type InstrumentConfig } from "@/rigs/commandMap";
import { AppError } from "@/server/errors";
import { type TriedInstrument } from "@/rigs/tryInstrument";
import { type DeleteInstrumentInput, parseCommandMap, type SaveInstrumentInput } from "./instrument.schema";
import { insertInstrument, listInstruments, removeInstrument, updateInstrument } from "./instrumentRepository";
import { rig, toAppError } from "./rig";

/**
 * Puts an instrument on the shop's list, or changes it. Where it is reached and how it is driven and cut are a lead's to say: with
 * an address anybody could feel for open doors on the network, and a wrong cut command is no cut.
 *
 * @returns its id.
 * @throws {AppError} `forbidden`, `invalid_input` for a command map that cannot be used or a name that is taken; {ConflictError}.
 */
export async function saveInstrument(context: VerbContext, input: SaveInstrumentInput): Promise<number> {
  requireRole(context, "technician");
  const { id, version, mapText, calibratedOn, calibrationDue, ...rest } = input;
  const read = parseCommandMap(mapText);
  if ("problem" in read) throw new AppError("invalid_input", read.problem);
  const known = await listInstruments(context.pool);
  const before = known.find((one) => one.id === id);
  requireLeadFor(context, before, { ...rest, map: read.map });
  if (known.some((one) => one.id !== id && one.name.toLowerCase() === rest.name.toLowerCase()))
    throw new AppError("invalid_input", `There is another instrument called “${rest.name}”.`);
  const whole = { ...rest, map: read.map, calibratedOn: calibratedOn || null, calibrationDue: calibrationDue || null };
  if (id === null) return insertInstrument(context.pool, whole);
  await updateInstrument(context.pool, { ...whole, id, version });
  return id;
}

/** @throws {AppError} `forbidden` for a new address or other commands of an output, unless a lead says so. */
function requireLeadFor(
  context: VerbContext,
  before: InstrumentConfig | undefined,
  { transport, host, port, map }: Pick<InstrumentConfig, "transport" | "host" | "port" | "map">,
): void {
  const isReached = transport !== "serial";
  const isSameAddress = before?.transport === transport && before.host === host && before.port === port;
  const isSameOutput = JSON.stringify(before?.map.output ?? null) === JSON.stringify(map.output);
  if ((isReached && !isSameAddress) || !isSameOutput) requireRole(context, "lead");
}

/**
 * Tries an instrument as it is typed in, before it is saved: who answers, and one reading of each channel. It drives nothing.
 *
 * @throws {AppError} `forbidden`, `invalid_input` for a command map that cannot be used, `rig_unreachable`.
 */
export async function tryInstrument(context: VerbContext, input: SaveInstrumentInput): Promise<TriedInstrument> {
  requireRole(context, "technician");
  const { id, name, transport, host, port, mapText } = input;
  const read = parseCommandMap(mapText);
  if ("problem" in read) throw new AppError("invalid_input", read.problem);
  const before = (await listInstruments(context.pool)).find((one) => one.id === id);
  requireLeadFor(context, before, { transport, host, port, map: read.map });
  return rig()
    .try({ id: id ?? 1, name, transport, host, port, map: read.map })
    .catch(toAppError);
}

/**
 * Takes an instrument off the list. Runs that were made with it keep what they noted of it.
 *
 * @throws {AppError} `forbidden`; {ConflictError} when somebody changed it since.
 */
export async function deleteInstrument(context: VerbContext, { id, version }: DeleteInstrumentInput): Promise<null> {
  requireRole(context, "lead");
  await removeInstrument(context.pool, id, version);
  return null;
}
