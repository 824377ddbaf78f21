import { isLogUnit } from "../channels/logUnits";
import { LogError } from "./LogError";
import { splitLine } from "./splitLine";

/** How a log is written. */
export interface Layout {
  delimiter: string;
  /** The sign between whole and parts. */
  decimal: "." | ",";
  headings: string[];
  /** The line of units below the headings; null without one. */
  units: string[] | null;
  /** Lines from the top of the file to the first reading. */
  linesAbove: number;
  /** The first line, where it is the mark of a file that the app wrote itself. */
  mark?: string;
}

/** Of a file that is no text: the columns have their names, and units stand in them as in a table's. */
export const NO_LAYOUT: Layout = { delimiter: ",", decimal: ".", headings: [], units: null, linesAbove: 0 };

const DELIMITERS = ["\t", ";", "|", ","] as const;
/** Lines of readings that are looked at. */
const LOOKED_AT = 40;
/** The first line of a file that the app wrote itself. */
const OWN_FILE = /^# pitstopa-\w+\/\d+$/;
/** More words than this above a table, and it is a text that holds one. */
const MOST_ABOVE = 400;
/** Words that stand where figures would. */
const FOR_FIGURES = /^([+-]?nan|[+-]?inf|null|-+|true|false|on|off|yes|no)$/i;

/**
 * Finds out how a log is written, from its beginning.
 *
 * @param text - The first lines, the last of them whole.
 * @throws {LogError} For what is no table of readings.
 */
export function layoutOf(text: string): Layout {
  const lines = text.replace(/^\uFEFF/, "").split(/\r\n|\n|\r/);
  if (lines.every((line) => line.trim() === "")) throw new LogError("The file is empty.");
  const tables = DELIMITERS.map((delimiter) => tableIn(lines, delimiter)).filter((table) => table !== null);
  const widest = Math.max(...tables.map((table) => table.score));
  const table = tables.find(({ score }) => score >= widest * 0.9);
  if (!table) throw noTable(lines);
  if (table.headings.length === 0)
    throw new LogError("No line names the columns. The first line names each one with its unit.");
  const [first = ""] = lines;
  return OWN_FILE.test(first) ? { ...table, mark: first } : table;
}

function noTable(lines: readonly string[]): LogError {
  const first = lines.find((line) => line.trim() !== "") ?? "";
  const isOneColumn = lines.filter((line) => isNumber(line.trim(), ",") || isNumber(line.trim(), ".")).length > 3;
  if (isOneColumn)
    return new LogError("The file has one column of figures. A log has a time and at least one reading beside it.");
  const isHeadingOnly = DELIMITERS.some((delimiter) => splitLine(first, delimiter).length > 2);
  return isHeadingOnly
    ? new LogError("There are headings and no lines of readings below them.")
    : new LogError("This is no table: no lines of figures parted by commas, semicolons, tabs or bars were found.");
}

/** The table that the lines make with this delimiter; null when they make none, without headings when no line names them. */
function tableIn(lines: readonly string[], delimiter: string): (Layout & { score: number }) | null {
  const split = lines
    .slice(0, MOST_ABOVE + LOOKED_AT)
    .map((line) => (isRemark(line) ? [] : splitLine(line, delimiter)));
  const width = commonWidth(split);
  if (width < 2) return null;
  const rows = split.filter((cells) => cells.length === width);
  const decimal = decimalOf(rows, delimiter);
  const shareOfFigures = (cells: readonly string[]) => {
    const said = cells.filter((cell) => cell !== "");
    return said.filter((cell) => isNumber(cell, decimal) || FOR_FIGURES.test(cell)).length / Math.max(1, said.length);
  };
  const isReadings = (cells: readonly string[]) => cells.length === width && shareOfFigures(cells) >= 0.5;
  const isHeading = (cells: readonly string[]) => cells.length === width && shareOfFigures(cells) === 0;
  const begins = split.flatMap((cells, at) => (isReadings(cells) && isFollowed(split, at, isReadings) ? [at] : []));
  // A line about the recorder, “Recorder,7”, may look like a reading; readings stand below a line of words alone.
  const from = begins.find((at) => split.slice(0, at).some(isHeading)) ?? begins[0];
  if (from === undefined) return null;
  const above = split
    .slice(0, from)
    .map((cells, at) => ({ cells, at }))
    .filter(({ cells }) => cells.length === width);
  const last = above.at(-1);
  if (!last) return { delimiter, decimal, headings: [], units: null, linesAbove: from, score: width };
  const before = above.at(-2);
  const isUnits = before && isUnitLine(last.cells);
  const headings = isUnits ? before.cells : last.cells;
  return { delimiter, decimal, headings, units: isUnits ? last.cells : null, linesAbove: from, score: width };
}

/** A reading is followed by readings: a line about the recorder may hold figures too. */
function isFollowed(
  split: readonly string[][],
  at: number,
  isReadings: (cells: readonly string[]) => boolean,
): boolean {
  const next = split.slice(at + 1, at + 6).filter((cells) => cells.length > 1);
  return next.length === 0 || next.filter(isReadings).length >= next.length / 2;
}

function isRemark(line: string): boolean {
  return /^\s*(#|\/\/|%|;;)/.test(line) || line.trim() === "";
}

/** The number of cells that most lines have. */
function commonWidth(split: readonly string[][]): number {
  const counts = new Map<number, number>();
  for (const { length } of split) if (length > 1) counts.set(length, (counts.get(length) ?? 0) + 1);
  const [width] = [...counts].sort(([a, many], [b, few]) => few * b - many * a)[0] ?? [0];
  return width;
}

function decimalOf(rows: readonly string[][], delimiter: string): "." | "," {
  if (delimiter === ",") return rows.some((cells) => cells.some((cell) => /^[+-]?\d+,\d+$/.test(cell))) ? "," : ".";
  const cells = rows.flat();
  const withComma = cells.filter((cell) => /^[+-]?\d*,\d+(e[+-]?\d+)?$/i.test(cell)).length;
  const withPoint = cells.filter((cell) => /^[+-]?\d*\.\d+(e[+-]?\d+)?$/i.test(cell)).length;
  return withComma > withPoint ? "," : ".";
}

function isNumber(cell: string, decimal: "." | ","): boolean {
  return cell !== "" && Number.isFinite(Number(decimal === "," ? cell.replace(",", ".") : cell));
}

function isUnitLine(cells: readonly string[]): boolean {
  const said = cells.filter((cell) => cell !== "");
  return said.length > 0 && said.filter((cell) => isLogUnit(cell)).length >= said.length * 0.7;
}
