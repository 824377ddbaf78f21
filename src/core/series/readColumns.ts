import Papa from "papaparse";
import { QUANTITIES, type Quantity } from "../units/quantities";
import { type Columns } from "./columns";
import { guessOf, type Heading, isThrottleByWord, isUnitSymbol, quantityOf, readHeading, withUnit } from "./headings";
import { type Commas, commasOf, readNumber } from "./readNumbers";
import { namedSpeeds, unrolled, wideOf } from "./wideTable";

const MOST_LINES = 200_000;
/** Lines above the table that may say what it is of. */
const MOST_ABOVE = 30;
/** No instrument of a bench gives more, in any unit. */
const BEYOND = 1e9;

/** A table that cannot be read; `message` says where and what to do. */
export class TableError extends Error {}

/** A line of the file with its number. */
interface Line {
  number: number;
  cells: string[];
}

type ReadHeading = Extract<Heading, { kind: "read" }>;

/**
 * Reads a table of readings as instruments write it: comma, semicolon or tab separated; a line that names each column with its
 * unit, or its units in the line below; remarks, blank lines and lines about the instrument above it.
 *
 * @param headings - What headings that the reader does not know stand for: as written in the file → as in “voltage [V]”.
 * @returns Values in the unit inside of their quantity, under the shop's names of the columns; with what was not used, and what was
 *   decided, in `notes`.
 * @throws {TableError} With the line of the file.
 */
export function readColumns(text: string, headings: ReadonlyMap<string, string> = new Map()): Columns {
  refuseTooLong(text);
  const lines = renamed(linesOf(text), headings);
  const at = headerOf(lines);
  const found = lines[at];
  if (!found || lines.length <= at + 1) throw new TableError("The table has no lines below its header.");
  const unitLine = unitsBelow(found, lines[at + 1]!);
  const all = lines.slice(at + (unitLine ? 2 : 1));
  const below = all.filter(({ cells }) => !isHeadingAgain(cells, found.cells));
  if (below.length === 0) throw new TableError("The table has no lines below its header.");
  if (below.length > MOST_LINES) throw tooLong(below.length);
  refuseSurplus(found, below);
  const { header, units, rows, notes: wideNotes } = byMotor(found, unitLine, below);
  const guessed = byFigures(
    header.cells.map((cell, column) => headingOf(cell, units?.[column] ?? "")),
    rows,
  );
  const whole = withGuesses(asMeters(guessed.headings));
  const { columns, notes } = choose(whole.headings);
  const commas = commasOf(cellsIn(rows, columns));
  return {
    quantities: new Map(columns.map(({ heading }) => [heading.name, heading.quantity])),
    values: new Map(columns.map(({ column, heading }) => [heading.name, valuesOf(rows, column, heading, commas)])),
    lines: rows.map(({ number }) => number),
    notes: [
      ...againNotes(all.length - below.length),
      ...wideNotes,
      ...guessed.notes,
      ...whole.notes,
      ...notes,
      ...commaNotes(commas),
    ],
  };
}

/** An instrument that was stopped and went on, or two files put behind each other, write their headings again. */
function isHeadingAgain(cells: readonly string[], headings: readonly string[]): boolean {
  return (
    cells[0] === headings[0] && cells.length === headings.length && cells.every((cell, at) => cell === headings[at])
  );
}

function againNotes(times: number): string[] {
  return times === 0
    ? []
    : [`The headings stand again ${times === 1 ? "once" : `${times} times`} further down: read as one table.`];
}

/** A table with all motors in each line, a line for each motor; any other as it is. */
function byMotor(header: Line, units: string[] | null, rows: Line[]) {
  const wide = wideOf(header.cells);
  if (!wide) return { header, units, rows, notes: [] };
  if (!wide.hasCurrents)
    return { header: { ...header, cells: namedSpeeds(wide, header.cells) }, units, rows, notes: [] };
  return {
    ...unrolled(wide, header, units, rows),
    notes: [`${wide.motors.length} motors in one line: each was read as a line of its own.`],
  };
}

/** A table before it is read: what each heading says, and its first rows as they stand. */
export interface TableLook {
  columns: {
    heading: string;
    /** The column it is read as, with its unit; null for what is not understood. */
    readAs: string | null;
    name: string | null;
  }[];
  rows: string[][];
}

const LOOKED_AT_LETTERS = 20_000;

/**
 * What a table looks like, for the eye before the verdict.
 *
 * @returns null for a text that is no table: in which no line names a column, and no headings stand above figures.
 */
export function lookAtTable(text: string, rowCount = 5): TableLook | null {
  const lines = linesOf(text.slice(0, LOOKED_AT_LETTERS));
  const at = headerOf(lines);
  const header = lines[at];
  if (!header) return null;
  const units = lines[at + 1] ? unitsBelow(header, lines[at + 1]!) : null;
  const from = at + (units ? 2 : 1);
  const wide = wideOf(header.cells);
  const said = header.cells.map((cell, column) =>
    headingOf(wide?.hasCurrents ? (wide.columns[column]?.stem ?? cell) : cell, units?.[column] ?? ""),
  );
  const { headings } = withGuesses(asMeters(byFigures(said, lines.slice(from)).headings));
  const columns = header.cells.map((cell, column) => {
    const heading = headings[column]!;
    const isRead = heading.kind === "read";
    return {
      heading: [cell, units?.[column]].filter(Boolean).join(" "),
      readAs: isRead ? [heading.name, heading.unit.symbol].filter(Boolean).join(", ") : null,
      name: isRead ? heading.name : null,
    };
  });
  if (columns.every(({ name }) => name === null) && !standsAboveFigures(header, lines[from])) return null;
  return { columns, rows: lines.slice(from, from + rowCount).map(({ cells }) => cells) };
}

/** Headings of nobody's knowledge are headings still when figures stand below each. */
function standsAboveFigures({ cells }: Line, below: Line | undefined): boolean {
  const isFigure = (cell: string | undefined) => /^[+-]?[\d.,]+(e[+-]?\d+)?$/i.test(cell ?? "");
  return cells.length > 1 && cells.every((cell, at) => !isFigure(cell) && isFigure(below?.cells[at]));
}

/**
 * The same text with one column headed otherwise, for a heading that the reader does not know.
 *
 * @param column - Its place, from 0.
 * @param heading - As in “voltage [V]”.
 */
export function renameColumn(text: string, column: number, heading: string): string {
  const lines = linesOf(text.slice(0, LOOKED_AT_LETTERS));
  const header = lines[headerOf(lines)];
  if (!header) return text;
  const all = text.split(/(?<=\n)/);
  const line = all[header.number - 1]!;
  const end = /\r?\n$/.exec(line)?.[0] ?? "";
  const cells = header.cells.map((cell, at) => (at === column ? heading : cell));
  all[header.number - 1] = Papa.unparse([cells], { delimiter: delimiterOf(text) }) + end;
  return all.join("");
}

function refuseTooLong(text: string): void {
  let lines = 0;
  for (let at = text.indexOf("\n"); at >= 0; at = text.indexOf("\n", at + 1)) lines++;
  if (lines > MOST_LINES + MOST_ABOVE) throw tooLong(lines);
}

function tooLong(lines: number): TableError {
  return new TableError(
    `The table has ${lines} lines; ${MOST_LINES} is the limit. Thin it out, or cut it to a stretch.`,
  );
}

/** The lines of the file that say something, each with its number. */
function linesOf(text: string): Line[] {
  // “#” alone in its cell is a heading. Remarks go first, their lines stay: a quote in one of them would swallow what follows.
  const plain = text.replace(/^\uFEFF/, "").replace(/^[ \t]*(#(?![;,\t])|\/\/).*$/gm, "");
  const { data } = Papa.parse<string[]>(plain, { delimiter: delimiterOf(plain) });
  const lines: Line[] = [];
  data.forEach((cells, place) => {
    // In place: a table may have a million cells.
    cells.forEach((cell, at) => (cells[at] = cell.trim()));
    if (cells.some((cell) => cell !== "")) lines.push({ number: place + 1, cells });
  });
  return lines;
}

/** The lines with other headings in place of the file's. @throws {TableError} For a heading that the file does not have. */
function renamed(lines: readonly Line[], headings: ReadonlyMap<string, string>): readonly Line[] {
  if (headings.size === 0) return lines;
  const above = lines.slice(0, MOST_ABOVE + 1);
  const at = above.findIndex(({ cells }) => cells.some((cell) => headings.has(cell)));
  const lacking = [...headings.keys()].find((heading) => !lines[at]?.cells.includes(heading));
  if (lacking !== undefined) throw new TableError(`No column is headed “${lacking}”.`);
  return lines.with(at, { ...lines[at]!, cells: lines[at]!.cells.map((cell) => headings.get(cell) ?? cell) });
}

/** What parts the columns: the one sign that most lines agree on, a semicolon or tab before a comma. */
function delimiterOf(text: string): string {
  const some = text
    .slice(0, 20_000)
    .split(/\r?\n/)
    .filter((line) => line.trim() !== "")
    .slice(0, 60);
  const share = (sign: string) => some.filter((line) => line.includes(sign)).length / Math.max(1, some.length);
  return (
    [";", "\t"].find((sign) => share(sign) > 0.5) ??
    (share(",") > 0 ? "," : ([";", "\t"].find((sign) => share(sign) > 0) ?? ","))
  );
}

/** The line with the headings: the first in which two columns are known; without one, the first. */
function headerOf(lines: readonly Line[]): number {
  const isHeader = ({ cells }: Line) =>
    cells.filter((cell) => cell !== "" && readHeading(cell).kind !== "unknown").length >= Math.min(2, cells.length);
  const found = lines
    .slice(0, MOST_ABOVE)
    .findIndex((line) => isHeader(line) && line.cells.some((cell) => /[^\d.,+-]/.test(cell)));
  return Math.max(0, found);
}

/** The symbols of a line of units below the headings; null when that line holds readings. */
function unitsBelow(header: Line, { cells }: Line): string[] | null {
  const said = cells.filter((cell) => cell !== "");
  const isUnits = said.length > 0 && said.every((cell) => isUnitSymbol(stripped(cell)) && !/^[\d.,]+$/.test(cell));
  return isUnits && header.cells.some((cell) => readHeading(cell).kind !== "read") ? cells.map(stripped) : null;
}

function stripped(symbol: string): string {
  return symbol.replace(/^[[({<]\s*|\s*[\])}>]$/g, "");
}

function headingOf(cell: string, unit: string): Heading {
  // Names that every object of the language answers to.
  const name = cell.replace(/[[({<].*$/, "").trim();
  if (name in Object.prototype || name.toLowerCase() in Object.prototype)
    throw new TableError(`No column can be called “${name}”.`);
  const heading = readHeading(cell);
  if (unit === "" || heading.kind === "read") return heading;
  if (heading.kind === "no unit") return withUnit(heading.name, unit, heading.isOwnWord);
  return heading.kind === "unknown" ? withUnit(heading.name, unit, true) : heading;
}

/** What a column without a unit can only be in, by its figures: nothing else of its kind is written like that. */
const BY_FIGURES: readonly { of: RegExp; symbol: string; least: number; most: number; said: string }[] = [
  { of: /^throttle$/, symbol: "1", least: 0, most: 1.001, said: "a share of full throttle" },
  // Below 5 a highest throttle may be a small percentage as well as a large share.
  { of: /^throttle$/, symbol: "%", least: 5, most: 100.1, said: "percent" },
  { of: /^(throttle|pulse)$/, symbol: "µs", least: 1500, most: 2500, said: "microseconds of a pulse" },
  { of: /^cell\d+$/, symbol: "V", least: 2.5, most: 4.6, said: "volts" },
  { of: /^cell\d+$/, symbol: "mV", least: 2500, most: 4600, said: "millivolts" },
  { of: /^electricalspeed$/, symbol: "rpm", least: 1000, most: 2e6, said: "electrical turns a minute" },
];

/** A throttle, a pulse or a cell without a unit says by its highest figure what it is in; that is told. */
function byFigures(headings: readonly Heading[], rows: readonly Line[]): { headings: Heading[]; notes: string[] } {
  const notes: string[] = [];
  const hasThrottle = headings.some(({ name }) => name === "throttle");
  const whole = headings.map((given, column) => {
    const isThrottle = !hasThrottle && given.kind === "unknown" && isThrottleByWord(given.name);
    const heading: Heading = isThrottle ? { kind: "no unit", name: "throttle", isOwnWord: false } : given;
    if (heading.kind !== "no unit" || !BY_FIGURES.some(({ of }) => of.test(heading.name))) return heading;
    const commas = commasOf(rows.map(({ cells }) => cells[column] ?? "").values());
    const top = rows.reduce((most, { cells }) => Math.max(most, readNumber(cells[column] ?? "", commas)), 0);
    const found = BY_FIGURES.find(({ of, least, most }) => of.test(heading.name) && top >= least && top <= most);
    if (!found) return heading;
    notes.push(`“${heading.name}” names no unit: read as ${found.said}, by its figures.`);
    return withUnit(heading.name, found.symbol, heading.isOwnWord);
  });
  return { headings: whole, notes };
}

/** Two readings of one quantity, one said to be the craft's and one to be trusted: a meter held against another, whatever they are called. */
function asMeters(headings: readonly Heading[]): Heading[] {
  const sideOf = (heading: Heading) =>
    heading.kind !== "read" || !["current", "voltage"].includes(heading.quantity)
      ? null
      : heading.name === "shown" || heading.name === "reference"
        ? heading.name
        : (heading.side ?? null);
  const sided = headings.filter((heading) => heading.kind === "read" && sideOf(heading) !== null) as ReadHeading[];
  const [one, other] = sided;
  const isPair =
    sided.length === 2 && one!.quantity === other!.quantity && sideOf(one!) !== sideOf(other!) && !hasDrive(headings);
  return headings.map((heading) => {
    const side = isPair ? sideOf(heading) : null;
    return side && heading.kind === "read" ? { ...heading, name: side, isOwnWord: true } : heading;
  });
}

/** What is lacking is looked for among the columns of names of their own; only where one alone may be it, and it is told. */
function withGuesses(headings: readonly Heading[]): { headings: Heading[]; notes: string[] } {
  const isMeter = headings.some(({ name }) => OF_METERS.includes(name));
  const has = new Set(headings.map(({ name }) => name));
  const guesses = headings.map((heading) =>
    heading.kind === "read" && heading.isOwnWord && quantityOf(heading.name) === null && !isMeter
      ? guessOf(heading)
      : null,
  );
  const notes: string[] = [];
  const whole = headings.map((heading, column) => {
    const guess = guesses[column];
    if (!guess || has.has(guess) || guesses.filter((other) => other === guess).length > 1 || heading.kind !== "read")
      return heading;
    notes.push(`“${heading.name}” was read as ${guess}: no other column is.`);
    return { ...heading, name: guess, isOwnWord: false };
  });
  return { headings: whole, notes };
}

const OF_METERS = ["shown", "reference"];

function hasDrive(headings: readonly Heading[]): boolean {
  return headings.some((heading) => ["throttle", "speed", "pulse", "cell1"].includes(heading.name));
}

/** The columns that are read; of two with one meaning the one with the shop's own word for it. */
function choose(headings: readonly Heading[]): {
  columns: { column: number; heading: ReadHeading }[];
  notes: string[];
} {
  const columns: { column: number; heading: ReadHeading }[] = [];
  const notes: string[] = [];
  headings.forEach((heading, column) => {
    if (heading.kind === "unknown") {
      if (heading.name === "") return;
      notes.push(`“${heading.name}” was not used: no such column is known, and it has no unit.`);
      return;
    }
    if (heading.kind !== "read") throw complaintOf(heading);
    const twin = columns.findIndex((other) => other.heading.name === heading.name);
    if (twin < 0) return void columns.push({ column, heading });
    const before = columns[twin]!.heading;
    if (before.isOwnWord === heading.isOwnWord) throw new TableError(`The column “${heading.name}” stands twice.`);
    if (heading.isOwnWord) columns[twin] = { column, heading };
    notes.push(`Of two columns that mean ${heading.name} one was not used.`);
  });
  if (columns.length === 0)
    throw new TableError("No column is known. The first line names each with its unit, as in “voltage [V]”.");
  return { columns, notes };
}

function complaintOf(heading: Exclude<Heading, { kind: "read" | "unknown" }>): TableError {
  if (heading.kind === "no unit") {
    const symbol = exampleOf(quantityOf(heading.name));
    return new TableError(
      `The column “${heading.name}” has no unit. Write it behind the name, as in “${heading.name} [${symbol}]”, or in the line below.`,
    );
  }
  const { name, symbol, expected } = heading;
  if (!expected)
    return new TableError(
      `The unit “${symbol}” of “${name}” is not known. Known are V, A, rpm, %, s, g, °, °C, m/s², W and the like.`,
    );
  const fitting = QUANTITIES[expected].map((unit) => unit.symbol);
  return new TableError(
    `The column “${name}” is given in ${symbol}, which is no ${expected}: is it swapped with another, or the unit wrong? It may be in ${fitting.join(" or ")}.`,
  );
}

function exampleOf(quantity: Quantity | null): string {
  return quantity ? QUANTITIES[quantity][0].symbol || "1" : "A";
}

/** A line with more cells than there are headings: a comma too many, and everything behind it would be read wrongly. */
function refuseSurplus(header: Line, rows: readonly Line[]): void {
  for (const { number, cells } of rows) {
    if (cells.slice(header.cells.length).some((cell) => cell !== ""))
      throw new TableError(
        `Line ${number} has ${cells.length} cells, the headings are ${header.cells.length}: is a comma one too many?`,
      );
  }
}

function* cellsIn(rows: readonly Line[], columns: readonly { column: number }[]): Generator<string> {
  for (const { cells } of rows) for (const { column } of columns) if (cells[column]) yield cells[column];
}

function valuesOf(rows: readonly Line[], column: number, { name, unit }: ReadHeading, commas: Commas | null): number[] {
  const { factor, offset = 0 } = unit;
  return rows.map(({ number, cells }) => {
    const cell = cells[column] ?? "";
    // “M1” and “motor 2” are numbers of motors.
    const value = readNumber(name === "motor" ? cell.replace(/^(m|motor)\s*#?(?=\d)/i, "") : cell, commas);
    if (!Number.isFinite(value)) throw new TableError(`Line ${number}, “${name}”: “${cell}” is no number.`);
    if (Math.abs(value) > BEYOND)
      throw new TableError(`Line ${number}, “${name}”: ${cell} is beyond what any instrument reads.`);
    return value * factor + offset;
  });
}

function commaNotes(commas: Commas | null): string[] {
  if (commas === "thousands") return ["Commas were read as thousands: “4,030” is 4030."];
  return commas === "decimal" ? ["Commas were read as decimal: “4,030” is 4.03."] : [];
}
