import { InstrumentError } from "../instruments";
import { ScpiConnection } from "../scpi/ScpiConnection";
import { type InstrumentAddress } from "../scpi/scpiInstruments";

/**
 * Tells the simulated bench which drive is clamped on it.
 *
 * @throws {InstrumentError} when the bench does not know the drive.
 */
export async function chooseSimulatedDrive(
  address: InstrumentAddress,
  drive: string,
  defect: string | null,
): Promise<void> {
  const line = await ScpiConnection.open(address.host, address.port);
  try {
    line.send(`SIM:DRIVE ${drive}${defect ? `,${defect}` : ""}`);
    const error = await line.query("SYST:ERR?");
    if (!error.startsWith("0")) throw new InstrumentError(`The simulated bench reports ${error}.`);
  } finally {
    line.drop("done");
  }
}
