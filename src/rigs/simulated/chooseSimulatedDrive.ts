import { InstrumentError } from "../instruments";
import { type InstrumentAddress } from "../scpi/scpiInstrument";
import { ScpiConnection } from "../scpi/ScpiConnection";

/** What shall be clamped on the simulated bench. */
export interface SimulatedChoice {
  drive: string;
  defect: string | null;
  severity: number;
  seed: number;
  /** Cells of the pack; those of the drive when absent. */
  cells?: number | undefined;
}

/**
 * Tells the simulated bench what is clamped on it.
 *
 * @param address - Of the simulated throttle box.
 * @throws {InstrumentError} when the bench does not know the drive or the defect.
 */
export async function chooseSimulatedDrive(address: InstrumentAddress, choice: SimulatedChoice): Promise<void> {
  const line = await ScpiConnection.open(address.host, address.port);
  try {
    const { drive, defect, severity, seed, cells } = choice;
    line.send(`SIM:DRIVE ${drive},${defect ?? "none"},${severity},${seed}${cells ? `,${cells}` : ""}`);
    const error = await line.query("SYST:ERR?");
    if (!error.startsWith("0")) throw new InstrumentError(`The simulated bench reports ${error}.`);
  } finally {
    line.drop("done");
  }
}
