import "server-only";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { AppError } from "@/server/errors";
import { parseCommandMap, type SaveInstrumentInput } from "./instrument.schema";
import { insertInstrument, listInstruments, updateInstrument } from "./instrumentRepository";

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
