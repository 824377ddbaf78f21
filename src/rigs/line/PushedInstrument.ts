import { addListener } from "../listeners";
import { type Readings } from "../../core/series/series";
import { afterArrivals } from "../afterArrivals";
import { type InstrumentConfig } from "../commandMap";
import { type Instrument, InstrumentError, type InstrumentIdentity } from "../instruments";
import { SILENCE_MS } from "./lineInstrument";

/** A stand on the serial port of the operator's computer: the page reads it and hands its readings on with each beat. */
export class PushedInstrument implements Instrument {
  readonly output = null;
  readonly channels: readonly string[];
  private latest: Readings | null = null;
  private heardMs = performance.now();
  private lostReason: string | null = null;
  private readonly listeners: ((reason: string) => void)[] = [];
  private readonly watch: NodeJS.Timeout;

  constructor(
    { map }: InstrumentConfig,
    readonly identity: InstrumentIdentity,
  ) {
    this.channels = map.channels.map(({ channel }) => channel);
    const isSilent = () => performance.now() - this.heardMs > SILENCE_MS;
    this.watch = setInterval(() => {
      if (isSilent()) afterArrivals(() => isSilent() && this.lose("nothing more came from the serial port"));
    }, 50);
    this.watch.unref();
  }

  /** Takes readings in the units of the channels; names that are not of this instrument are passed over. */
  push(readings: Readings): void {
    const own = Object.entries(readings).filter(([channel]) => this.channels.includes(channel));
    if (own.length === 0) return;
    this.latest = { ...this.latest, ...Object.fromEntries(own) };
    this.heardMs = performance.now();
  }

  measure(): Promise<Readings> {
    return this.lostReason === null && this.latest
      ? Promise.resolve(this.latest)
      : Promise.reject(new InstrumentError(`The stand is lost: ${this.lostReason ?? "nothing came from it yet"}`));
  }

  onLost(listener: (reason: string) => void): () => void {
    if (this.lostReason === null) return addListener(this.listeners, listener);
    listener(this.lostReason);
    return () => undefined;
  }

  close(): void {
    this.lose("closed by the agent");
  }

  private lose(reason: string): void {
    if (this.lostReason !== null) return;
    this.lostReason = reason;
    clearInterval(this.watch);
    for (const listener of this.listeners.splice(0)) listener(reason);
  }
}
