import { type InstrumentAddress } from "./scpi/scpiInstruments";

/**
 * Reads an instrument's address from the environment.
 *
 * @param variable - Name of a variable that holds host:port.
 * @throws {Error} when it is missing or holds something else.
 */
export function addressOf(variable: string): InstrumentAddress {
  const [, host, port] = /^(.+):(\d{1,5})$/.exec(process.env[variable] ?? "") ?? [];
  if (!host || !port) throw new Error(`${variable} must hold host:port, found "${process.env[variable] ?? ""}".`);
  return { host, port: Number(port) };
}
