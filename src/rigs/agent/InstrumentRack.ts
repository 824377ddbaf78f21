import diff from "microdiff";
import { type InstrumentConfig } from "../commandMap";
import { connectInstrument } from "../connectInstrument";
import { type Instrument } from "../instruments";
import { PushedInstrument } from "../line/PushedInstrument";
import { type InstrumentStatus, type PushedReadings } from "../runProtocol";

interface Place {
  config: InstrumentConfig;
  instrument: Instrument | null;
  problem: string;
}

/** The instruments of the rig: connects what is not connected, and knows what is wrong with the rest. */
export class InstrumentRack {
  private places: Place[] = [];

  /** Takes the shop's list of instruments; one that was changed or taken off the list is let go. */
  setConfigs(configs: readonly InstrumentConfig[]): void {
    const same = (a: InstrumentConfig, b: InstrumentConfig) => diff(a, b).length === 0;
    const kept = this.places.filter(({ config }) => configs.some((next) => same(next, config)));
    for (const place of this.places) if (!kept.includes(place)) place.instrument?.close();
    this.places = configs.map(
      (config) =>
        kept.find((place) => same(place.config, config)) ?? { config, instrument: null, problem: "Not connected." },
    );
  }

  /** Connects what is not connected, all at once. */
  async connect(): Promise<void> {
    await Promise.all(
      this.places.map(async (place) => {
        if (place.instrument) return;
        try {
          const instrument = await connectInstrument(place.config);
          // However it was found, and whoever had it: from here on it is off until a run switches it on.
          await instrument.output?.cut();
          this.take(place, instrument);
        } catch (error) {
          place.problem = error instanceof Error ? error.message : String(error);
        }
      }),
    );
  }

  /** Takes readings of stands on the page's serial port; the first make the stand known. */
  push(pushed: readonly PushedReadings[]): void {
    for (const { instrumentId, identity, readings } of pushed) {
      const place = this.places.find(({ config }) => config.id === instrumentId && config.transport === "serial");
      if (!place) continue;
      if (!place.instrument) this.take(place, new PushedInstrument(place.config, identity));
      (place.instrument as PushedInstrument).push(readings);
    }
  }

  /** What is connected. */
  connected(): Instrument[] {
    return this.places.flatMap(({ instrument }) => (instrument ? [instrument] : []));
  }

  status(): InstrumentStatus[] {
    return this.places.map(({ config, instrument, problem }) => ({
      id: config.id,
      name: config.name,
      address: config.transport === "serial" ? "serial port" : `${config.host}:${config.port}`,
      identity: instrument?.identity ?? null,
      problem: instrument ? null : problem,
      channels: config.map.channels.map(({ channel }) => channel),
      reads: config.map.channels,
      drives: config.map.output?.drives ?? null,
    }));
  }

  close(): void {
    for (const { instrument } of this.places) instrument?.close();
  }

  private take(place: Place, instrument: Instrument): void {
    // Two calls may connect at once, and the list may have changed meanwhile: the first that is still wanted stays.
    if (place.instrument || !this.places.includes(place)) return instrument.close();
    place.instrument = instrument;
    instrument.onLost((reason) => {
      place.instrument = null;
      place.problem = `Lost: ${reason}.`;
    });
  }
}
