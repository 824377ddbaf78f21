import { type InstrumentConfig } from "./commandMap";
import { type Instrument, InstrumentError } from "./instruments";
import { connectLine } from "./line/lineInstrument";
import { connectScpi } from "./scpi/scpiInstrument";

/**
 * Connects to an instrument by its transport.
 *
 * @throws {InstrumentError} saying what is wrong; for one on a serial port, that the page must open it.
 */
export function connectInstrument(config: InstrumentConfig): Promise<Instrument> {
  switch (config.transport) {
    case "scpi":
      return connectScpi(config, config.map);
    case "line":
      return connectLine(config, config.map);
    case "serial":
      return Promise.reject(new InstrumentError("On a serial port: open it from the page that runs the rig."));
  }
}
