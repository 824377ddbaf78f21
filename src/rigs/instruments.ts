import { type Command } from "../core/bench/run/ProfileCursor";
import { type Readings } from "../core/series/series";

/** What an instrument says it is, from *IDN?. */
export interface InstrumentIdentity {
  maker: string;
  model: string;
  serial: string;
  firmware: string;
}

/** An instrument that may drop out at any time. It measures, or drives, or both. */
export interface Instrument {
  readonly identity: InstrumentIdentity;
  /** Channels it measures; none for one that only drives. */
  readonly channels: readonly string[];
  /** @throws {InstrumentError} on no answer in time, a lost connection or an answer that is no number. */
  measure(): Promise<Readings>;
  /** What it drives; null for one that only measures. */
  readonly output: Output | null;
  /** Called once when the connection is lost. @returns What takes the listener off again. */
  onLost(listener: (reason: string) => void): () => void;
  close(): void;
}

/** Drives ESCs or servos. After `cut` nothing turns until `enable`. */
export interface Output {
  readonly drives: "throttle" | "pulse";
  enable(): Promise<void>;
  set(command: Command): Promise<void>;
  /** Where it stands: whether it is on, and the value it has; null where it does not tell. */
  stands(): Promise<{ isOn: boolean; value: number | null }>;
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
