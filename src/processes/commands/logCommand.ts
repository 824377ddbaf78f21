import { type ColumnSaid, usesWith } from "../../core/flightlog/channels/columnMap";
import { unitOfRole } from "../../core/flightlog/channels/roles";
import { type FlightLog } from "../../core/flightlog/FlightLog";
import { type LogContext } from "../../core/flightlog/FlightView";
import { judgeLog, type LogJudgement } from "../../core/flightlog/judgeLog";
import { CRAFTS, type LogCraft } from "../../core/flightlog/phases";
import { type NoSharedClock, type SharedClock, shareClock } from "../../core/flightlog/clocks/shareClock";
import { flightLogOf } from "../../core/flightlog/reading/flightLogOf";
import { LogError } from "../../core/flightlog/reading/LogError";
import { LogReader, type RawLog, refuseTooLarge } from "../../core/flightlog/reading/LogReader";
import { type BinaryFormat, binaryFormatOf, readBinaryLog } from "../../core/flightlog/reading/otherFormats";

export { binaryFormatOf, LogError, refuseTooLarge, shareClock };

export interface LogOptions extends LogContext {
  /** What a map file says of the columns. */
  columns?: readonly ColumnSaid[] | undefined;
}

/** What `pitstopa log --json` prints. */
export interface LogAnswer extends LogJudgement {
  /** `unit` is that of the file, `inUnit` that of the readings: (figure + offset) · scale. */
  columns: {
    heading: string;
    role: string | null;
    unit: string;
    inUnit: string;
    scale: number;
    offset: number;
    by: string;
  }[];
  assumptions: FlightLog["assumptions"];
  notes: readonly string[];
  rateHz: number;
  durationS: number;
  rowCount: number;
  /** How the clock of another log of the flight stands to this one's, where there was one. */
  beside?: SharedClock | NoSharedClock;
}

/**
 * Reads a flight log and judges it.
 *
 * @param chunks - The bytes of the file, in order.
 * @throws {LogError} For what is no log.
 */
export function judgeLogFile(chunks: Iterable<Uint8Array>, options: LogOptions): LogAnswer {
  const reader = new LogReader();
  for (const chunk of chunks) reader.push(chunk);
  return answerOf(reader.finish(), options);
}

/**
 * The same for a file that is no text, read whole.
 *
 * @throws {LogError}
 */
export async function judgeBinaryLog(format: BinaryFormat, bytes: Uint8Array, options: LogOptions): Promise<LogAnswer> {
  return answerOf(await readBinaryLog(format, bytes), options);
}

/**
 * Reads a log of any format without judging it.
 *
 * @param chunks - The bytes of the file, in order.
 * @param whole - All of them at once, for a file that is no text.
 * @throws {LogError} For what is no log.
 */
export async function readLogFile(chunks: Iterable<Uint8Array>, whole: () => Uint8Array): Promise<FlightLog> {
  const reader = new LogReader();
  let format: BinaryFormat | null | undefined;
  for (const chunk of chunks) {
    format ??= binaryFormatOf(chunk);
    if (format) return flightLogOf(await readBinaryLog(format, whole()));
    reader.push(chunk);
  }
  return flightLogOf(reader.finish());
}

function answerOf(raw: RawLog, { columns: said, ...context }: LogOptions): LogAnswer {
  const log = flightLogOf(raw, said ? usesWith(raw, said) : undefined);
  const uses = new Map(log.uses.map((use) => [use.column, use]));
  return {
    ...judgeLog(log, context),
    columns: raw.columns.map(({ heading }, column) => {
      const use = uses.get(column);
      return use
        ? {
            heading,
            role: use.role,
            unit: use.unit,
            inUnit: unitOfRole(use.role),
            scale: use.scale,
            offset: use.offset,
            by: use.by,
          }
        : { heading, role: null, unit: "", inUnit: "", scale: 1, offset: 0, by: "nothing" };
    }),
    assumptions: log.assumptions,
    notes: log.notes,
    rateHz: log.rateHz,
    durationS: log.timeS.at(-1)! - log.timeS[0]!,
    rowCount: log.timeS.length,
  };
}

/**
 * What a map file says: either { "columns": [ { "name", "role", "unit", "scale", "offset", "turned" } ] }, or { "HEADING": "role" } with the
 * unit behind it in brackets where the heading does not name it; null leaves a column out.
 *
 * @throws {LogError}
 */
export function readMap(text: string): ColumnSaid[] {
  let map: unknown;
  try {
    map = JSON.parse(text);
  } catch {
    throw new LogError("The map is no JSON.");
  }
  if (typeof map !== "object" || map === null) throw new LogError("The map is no JSON object.");
  const list: unknown = Array.isArray(map) ? map : (map as { columns?: unknown }).columns;
  if (Array.isArray(list)) return list.map(saidOf);
  return Object.entries(map).map(([name, said]) => {
    if (said === null) return { name, role: null };
    const parts = /^\s*(\S+)\s*(?:\[([^\]]+)\])?\s*$/.exec(String(said));
    if (!parts) throw new LogError(`“${String(said)}” says no role: write it as in “voltage [mV]”.`);
    return { name, role: parts[1]!, unit: parts[2] };
  });
}

function saidOf(said: unknown): ColumnSaid {
  const { name, heading, role, unit, scale, offset, turned } = (said ?? {}) as Record<string, unknown>;
  const title = name ?? heading;
  if (typeof title !== "string" || (typeof role !== "string" && role !== null))
    throw new LogError("Each entry of the map's columns needs a “name” and a “role”.");
  return {
    name: title,
    role,
    unit: typeof unit === "string" && unit !== "" ? unit : undefined,
    scale: typeof scale === "number" ? scale : undefined,
    turned: turned === true,
    offset: typeof offset === "number" ? offset : undefined,
  };
}

/** @throws {LogError} For a craft that there is none of. */
export function requireCraft(name: string): LogCraft {
  const craft = CRAFTS.find((each) => each === name);
  if (!craft) throw new LogError(`There is no craft “${name}”. There are: ${CRAFTS.join(", ")}.`);
  return craft;
}

function besideText(clock: SharedClock | NoSharedClock): string {
  if ("because" in clock) return clock.because;
  const { offsetS, giveS, drift, correlation, runnerUp, roles } = clock;
  const slow = drift === 0 ? "" : `, its clock ${(drift * 1e6).toFixed(0)} parts in a million slow`;
  return (
    `the other log's 0 s is ${offsetS.toFixed(3)} s here, ± ${giveS.toFixed(3)}${slow}; they go together by ` +
    `${correlation.toFixed(2)}, by ${runnerUp.toFixed(2)} at the next best (${roles.join(", ")})`
  );
}

/** The same answer as a page of text. */
export function logText({
  craft,
  columns,
  verdicts,
  hints,
  phases,
  assumptions,
  notes,
  rateHz,
  durationS,
  beside,
}: LogAnswer): string {
  const faults = verdicts.filter(({ severity }) => severity === "fault");
  const unused = columns.filter(({ role }) => role === null).map(({ heading }) => heading);
  return [
    faults.length === 0 ? "nothing found" : faults.length === 1 ? "one fault" : `${faults.length} faults`,
    ...verdicts.flatMap(({ sentence, confidence, severity, tellApart }) => [
      `  ${severity === "note" ? "(note) " : ""}${sentence} [${(confidence * 100).toFixed(0)} %]`,
      ...(tellApart ? [`      ${tellApart}`] : []),
    ]),
    ...hints.map((hint) => `  hint: ${hint}`),
    "",
    `  ${craft}, ${durationS.toFixed(1)} s at ${rateHz.toFixed(0)} lines a second`,
    `  ${phases.map(({ name, fromS, toS }) => `${name} ${fromS.toFixed(1)}–${toS.toFixed(1)} s`).join(", ")}`,
    ...assumptions.map(({ about, assumed, evidence }) => `  taken: ${about}: ${assumed} (${evidence})`),
    ...(beside ? [`  beside: ${besideText(beside)}`] : []),
    ...(unused.length > 0 ? [`  not used: ${unused.join(", ")}`] : []),
    ...notes.map((note) => `  ${note}`),
  ].join("\n");
}
