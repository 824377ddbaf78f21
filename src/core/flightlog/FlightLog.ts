import { type ColumnUse } from "./channels/columnUse";

/** A break in the clock of a log. */
export interface ClockBreak {
  /** The first row after it. */
  row: number;
  /** On the log's shared clock, s. */
  atS: number;
  /** How long nothing was written, s; NaN where the clock began again and did not say. */
  lastedS: number;
  kind: "began again" | "gap";
}

/** What was taken for granted in reading a log, and what spoke for it. */
export interface Assumption {
  about: string;
  assumed: string;
  evidence: string;
}

/** A flight log in the core's units: channels of one length over one clock that only goes on. */
export interface FlightLog {
  timeS: Float64Array;
  /** Lines a second, as most of them follow each other. */
  rateHz: number;
  /** By role; NaN where a line has no figure. */
  channels: ReadonlyMap<string, Float64Array>;
  /** Words of the flight mode by row, where it was written in words. */
  modes: { codes: Int16Array; words: readonly string[] } | null;
  uses: readonly ColumnUse[];
  /** Headings that nobody understood. */
  unused: readonly string[];
  breaks: readonly ClockBreak[];
  assumptions: readonly Assumption[];
  notes: readonly string[];
}

/** The numbered channels of one stem in order: motor_1, motor_2 … */
export function rowOf(log: FlightLog, stem: string): Float64Array[] {
  const found: Float64Array[] = [];
  for (let number = 1; log.channels.has(`${stem}_${number}`); number++)
    found.push(log.channels.get(`${stem}_${number}`)!);
  return found;
}
