import "server-only";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { AppError } from "@/server/errors";
import { type TriedInstrument } from "@/rigs/tryInstrument";
import { type DeleteInstrumentInput, parseCommandMap, type SaveInstrumentInput } from "./instrument.schema";
import { insertInstrument, listInstruments, removeInstrument, updateInstrument } from "./instrumentRepository";
import { rig, toAppError } from "./rig";

/**
 * Puts an instrument on the shop's list, or changes it.
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
  if (known.some((one) => one.id !== id && one.name.toLowerCase() === rest.name.toLowerCase()))
    throw new AppError("invalid_input", `There is another instrument called “${rest.name}”.`);
  const whole = { ...rest, map: read.map, calibratedOn: calibratedOn || null, calibrationDue: calibrationDue || null };
  if (id === null) return insertInstrument(context.pool, whole);
  await updateInstrument(context.pool, { ...whole, id, version });
  return id;
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
