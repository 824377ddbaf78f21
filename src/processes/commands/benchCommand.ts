import {
  MEASUREMENT_KINDS,
  measureColumns,
  type MeasurementKind,
  type MeasurementOptions,
  type MeasurementPast,
} from "../../core/bench/measure/measureColumns";
import { type Measured } from "../../core/bench/measure/measured.types";
import { type ProfileStep, requireProfile } from "../../core/bench/run/profile";
import { responseTimes } from "../../core/bench/run/responseTime";
import { runColumns } from "../../core/bench/run/runColumns";
import { readRunHead, seriesOfColumns } from "../../core/bench/run/runFile";
import { CoreInputError } from "../../core/CoreInputError";
import { decodeText } from "../../core/series/decodeText";
import { readColumns, TableError } from "../../core/series/readColumns";

/** A file that cannot be judged; `message` says why and what to do. */
export class BenchFileError extends Error {}

/**
 * Judges a table of readings, or the file of a run.
 *
 * @param kind - One of MEASUREMENT_KINDS.
 * @param file - Text, or the bytes of a file in whatever encoding.
 * @param baselineFile - The same kind of table, or run, of the same craft or part when it was known to be good.
 * @throws {BenchFileError}
 */
export function judgeFile(
  file: string | Uint8Array,
  kind: string,
  options: MeasurementOptions & { motorCount?: number | null; headings?: ReadonlyMap<string, string> },
  baselineFile: string | Uint8Array | null = null,
): Measured {
  const text = textOf(file);
  const baseline = baselineFile === null ? null : textOf(baselineFile);
  const known = MEASUREMENT_KINDS.find((each) => each === kind);
  if (!known) throw new BenchFileError(`There is no kind "${kind}". There are: ${MEASUREMENT_KINDS.join(", ")}.`);
  try {
    const head = readRunHead(text);
    const past = baseline === null ? {} : pastOf(baseline, known, options);
    const { headings, motorCount, ...said } = options;
    const { columns, responseS } = tableOf(text, known, motorCount ?? 1, headings);
    const own = head ? (head.options as MeasurementOptions | null) : null;
    return measureColumns(known, columns, { ...own, ...given(said) }, { ...past, ...(responseS && { responseS }) });
  } catch (error) {
    if (error instanceof CoreInputError || error instanceof TableError) throw new BenchFileError(error.message);
    throw error;
  }
}

function textOf(file: string | Uint8Array): string {
  return typeof file === "string" ? file : decodeText(file);
}

/** A craft's draw is held against the other one step by step, a part against what was worked out of it. */
function pastOf(
  text: string,
  kind: MeasurementKind,
  options: MeasurementOptions & { motorCount?: number | null },
): MeasurementPast {
  const { columns, responseS } = tableOf(text, kind, options.motorCount ?? 1);
  if (kind === "power") return { power: columns };
  const { facts, servo, esc } = measureColumns(kind, columns, given(options), { ...(responseS && { responseS }) });
  return { ...(facts && { motors: facts }), servo: servo ?? null, esc: esc ?? null };
}

/** What was said on the command line goes before what the file says. */
function given(options: MeasurementOptions): MeasurementOptions {
  return Object.fromEntries(Object.entries(options).filter(([, value]) => value !== null && value !== undefined));
}

/** A run's file goes through its steps first; any other table is taken as it is. */
function tableOf(text: string, kind: MeasurementKind, motorCount: number, headings?: ReadonlyMap<string, string>) {
  const columns = readColumns(text, headings);
  const head = readRunHead(text);
  if (!head) return { columns, responseS: null };
  const series = seriesOfColumns(columns.values);
  const profile = head.profile as ProfileStep[];
  requireProfile(profile);
  return { columns: runColumns(kind, series, profile, motorCount), responseS: responseTimes(series, profile) };
}

/**
 * What “Kanal 1=voltage [V]; Kanal 2=current [A]” says of a file's headings: as written there → what it is read as.
 *
 * @throws {BenchFileError}
 */
export function parseHeadings(text: string): Map<string, string> {
  return new Map(
    text.split(";").map((pair): [string, string] => {
      const at = pair.lastIndexOf("=");
      const [from, to] = [pair.slice(0, at).trim(), pair.slice(at + 1).trim()];
      if (at < 0 || !from || !to)
        throw new BenchFileError(
          `“${pair.trim()}” says no column: write it as in “Kanal 1=voltage [V]; Kanal 2=current [A]”.`,
        );
      return [from, to];
    }),
  );
}

/** The same answer as a page of text. */
export function measuredText({ word, reasons, figures, notes = [] }: Measured): string {
  return [
    word,
    ...reasons.map((reason) => `  ${reason}`),
    "",
    ...figures.map(({ label, value, halfWidth, unit, decimals }) => {
      const width = halfWidth === null ? "" : ` ± ${halfWidth.toFixed(decimals)}`;
      return `  ${label}: ${value.toFixed(decimals)}${width} ${unit}`.trimEnd();
    }),
    ...(notes.length > 0 ? ["", ...notes.map((note) => `  ${note}`)] : []),
  ].join("\n");
}
