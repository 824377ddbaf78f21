import { type Assumption } from "@/core/flightlog/FlightLog";
import { type LogContext } from "@/core/flightlog/FlightView";
import { type ColumnSaid } from "@/core/flightlog/channels/columnMap";
import { type NoSharedClock, type SharedClock } from "@/core/flightlog/clocks/shareClock";
import { type FlightFigures } from "@/core/flightlog/figures/flightFigures";
import { type Track, type TrackChannels } from "@/core/flightlog/view/trackOf";
import { type LogJudgement } from "@/core/flightlog/judgeLog";

/** What the page knows of a log after it was read. */
export interface ReadLog {
  /** Of the file and of what was made of it. */
  sha256: string;
  byteCount: number;
  rowCount: number;
  durationS: number;
  rateHz: number;
  /** Every channel, the clock among them. */
  columns: { role: string; heading: string; unit: string }[];
  judgement: LogJudgement & {
    assumptions: readonly Assumption[];
    notes: readonly string[];
    figures: FlightFigures | null;
  };
  /** Headings that were not understood. */
  unused: readonly string[];
}

/** What is said to a file beside its bytes. */
export interface ReadOptions extends LogContext {
  columns?: readonly ColumnSaid[] | undefined;
}

/** A failure comes back as a value: across the border to a worker an error keeps nothing but its sentence. */
export type Answer<T> = { ok: true; value: T } | { ok: false; message: string };

/** A log that the shop keeps, of which channels are fetched when they are asked for. */
export interface KeptLog {
  logId: number;
  rowCount: number;
}

/** How the clock of another log stands to that of the one in hand. */
export type Clock = Pick<SharedClock, "offsetS" | "drift">;

/** Lowest and highest of a channel over equal parts of a stretch. */
export interface ChannelPicture {
  role: string;
  timeS: Float64Array;
  min: Float64Array;
  max: Float64Array;
}

/** A spectrum over a stretch. */
export interface SpectrumPicture {
  role: string;
  hz: Float64Array;
  /** Amplitude density, unit/√Hz. */
  density: Float64Array;
}

/** Spectra of a channel over levels of what drives the craft. */
export interface SpectrumMapPicture {
  /** Edges of the levels, one more than there are. */
  edges: Float64Array;
  stepHz: number;
  bins: number;
  /** Amplitude density, unit/√Hz, level after level; NaN for a level that was never flown at. */
  density: Float64Array;
  /** Turns a second of the motors on each level; NaN where no speed is in the log. */
  turnHz: Float64Array;
}

/** What the map is drawn over: the mean of the first, and where the motors' speeds are. */
export interface MapAgainst {
  drive: readonly string[];
  speed: readonly string[];
}

export interface FlightlogWorker {
  /** A sign of life. */
  ready(): Promise<true>;
  /** Reads and judges a file; `onProgress` hears the bytes done. */
  read(file: File, options: ReadOptions, onProgress: (bytes: number) => void): Promise<Answer<ReadLog>>;
  /** Turns to a log that the shop keeps. */
  open(log: KeptLog): Promise<void>;
  /** How the clock of another kept log stands to that of the one in hand, by what both have of these roles. */
  findClock(other: KeptLog, roles: readonly string[]): Promise<Answer<SharedClock | NoSharedClock>>;
  /** Puts another kept log beside the one in hand, or takes it away: its roles have `besideName`. */
  putBeside(other: KeptLog | null, clock: Clock): Promise<void>;
  /** The log in hand as CSV, channels of these roles behind the clock. */
  csv(roles: readonly string[]): Promise<Answer<Blob>>;
  /** A stretch of a channel as it is stored, with the hash of its bytes. */
  packed(role: string, seq: number): Promise<{ bytes: Uint8Array; sha256: string }>;
  picture(roles: readonly string[], fromS: number, toS: number, parts: number): Promise<Answer<ChannelPicture[]>>;
  spectra(roles: readonly string[], fromS: number, toS: number): Promise<Answer<SpectrumPicture[]>>;
  spectrumMap(role: string, against: MapAgainst, fromS: number, toS: number): Promise<Answer<SpectrumMapPicture>>;
  /** What channels say at a moment. */
  moment(roles: readonly string[], atS: number): Promise<Answer<Record<string, number>>>;
  /** The way over ground; null where the log says nothing of it. */
  track(roles: readonly (keyof TrackChannels)[]): Promise<Answer<Track | null>>;
}
