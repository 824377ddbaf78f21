import { type InstrumentConfig } from "./commandMap";
import { connectInstrument } from "./connectInstrument";
import { type InstrumentIdentity } from "./instruments";

/** What came of trying an instrument. */
export type TriedInstrument =
  | { ok: true; identity: InstrumentIdentity; readings: Readonly<Record<string, number>> }
  | { ok: false; problem: string };

/** Connects to an instrument, asks who it is and for one reading of each channel, and lets it go. It drives nothing. */
export async function tryInstrument(config: InstrumentConfig): Promise<TriedInstrument> {
  try {
    const instrument = await connectInstrument(config);
    try {
      const readings = instrument.channels.length > 0 ? await instrument.measure() : {};
      return { ok: true, identity: instrument.identity, readings: { ...readings } };
    } finally {
      instrument.close();
    }
  } catch (error) {
    return { ok: false, problem: error instanceof Error ? error.message : String(error) };
  }
}
