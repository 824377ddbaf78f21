/** What an instrument says it is, from *IDN?. */
export interface InstrumentIdentity {
  maker: string;
  model: string;
  serial: string;
  firmware: string;
}

/** An instrument that may drop out at any time. */
interface Instrument {
  readonly identity: InstrumentIdentity;
  /** Called once when the connection is lost. */
  onLost(listener: (reason: string) => void): void;
  close(): void;
}

/** Reads pack volts and amps. */
export interface Wattmeter extends Instrument {
  /** @throws {InstrumentError} on no answer in time, a lost connection or an answer that is no pair of numbers. */
  measure(): Promise<{ voltageV: number; currentA: number }>;
}

/** Drives the ESCs. After `cut` nothing turns until `enable`. */
export interface ThrottleOutput extends Instrument {
  enable(): Promise<void>;
  /** @param throttle - 0..1. */
  setThrottle(throttle: number): Promise<void>;
  /** Throttle to zero and output off. Never waits for anything else, and drops the line if it is not obeyed. */
  cut(): Promise<void>;
}

/** The instrument did not do as asked. */
export class InstrumentError extends Error {
  constructor(message: string, options?: ErrorOptions) {
    super(message, options);
    this.name = "InstrumentError";
  }
}
