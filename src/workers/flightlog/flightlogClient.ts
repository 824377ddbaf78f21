import { proxy, type Remote, wrap } from "comlink";
import { type FlightlogWorker, type ReadOptions } from "./protocol";

/** A worker that has not been heard of for so long could not be loaded. */
const LOADED_WITHIN_MS = 30_000;

/** The page's side of the worker that reads flight logs. */
export class FlightlogClient {
  private readonly worker = new Worker(new URL("./flightlog.worker.ts", import.meta.url), { type: "module" });
  private readonly remote: Remote<FlightlogWorker> = wrap(this.worker);

  private readonly silence: ReturnType<typeof setTimeout>;

  /** @param onError - Hears when the worker itself dies, or never comes: what was asked of it would never be answered. */
  constructor(onError: () => void) {
    this.worker.onerror = onError;
    // One that could not be loaded need not say so: no error came of a package that the page's rules on scripts forbade.
    this.silence = setTimeout(onError, LOADED_WITHIN_MS);
    void this.remote.ready().then(() => clearTimeout(this.silence));
  }

  read(file: File, options: ReadOptions, onProgress: (bytes: number) => void) {
    return this.remote.read(file, options, proxy(onProgress));
  }

  open(...args: Parameters<FlightlogWorker["open"]>) {
    return this.remote.open(...args);
  }

  csv(...args: Parameters<FlightlogWorker["csv"]>) {
    return this.remote.csv(...args);
  }

  findClock(...args: Parameters<FlightlogWorker["findClock"]>) {
    return this.remote.findClock(...args);
  }

  putBeside(...args: Parameters<FlightlogWorker["putBeside"]>) {
    return this.remote.putBeside(...args);
  }

  packed(...args: Parameters<FlightlogWorker["packed"]>) {
    return this.remote.packed(...args);
  }

  picture(...args: Parameters<FlightlogWorker["picture"]>) {
    return this.remote.picture(...args);
  }

  spectra(...args: Parameters<FlightlogWorker["spectra"]>) {
    return this.remote.spectra(...args);
  }

  spectrumMap(...args: Parameters<FlightlogWorker["spectrumMap"]>) {
    return this.remote.spectrumMap(...args);
  }

  moment(...args: Parameters<FlightlogWorker["moment"]>) {
    return this.remote.moment(...args);
  }

  track(...args: Parameters<FlightlogWorker["track"]>) {
    return this.remote.track(...args);
  }

  /** Ends the worker, and with it whatever it is at. */
  stop(): void {
    clearTimeout(this.silence);
    this.worker.terminate();
  }
}
