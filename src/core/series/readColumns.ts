import Papa from "papaparse";
import { type Columns } from "./columns";
import { CHANNELS } from "./channels";
import { findUnit, QUANTITIES, type Quantity } from "../units/quantities";

/** What a column of a name of its own may hold, in the order in which a symbol is looked up: “g” alone is thrust. */
const OF_OWN_NAMES = [
  "voltage",
  "current",
  "rotation",
  "share",
  "time",
  "thrust",
  "angle",
  "temperature",
  "acceleration",
  "power",
] as const satisfies readonly Quantity[];

/** What a meter shows may be amps or volts. */
const OF_ANY_QUANTITY = ["shown"];
/** Columns that count or name, and so need no unit. */
const WITHOUT_UNIT = /^(motor|held)$/;
const MOST_LINES = 200_000;

/** A table that cannot be read; `message` says where and what to do. */
export class TableError extends Error {}

/**
 * Reads a table of readings: comma, semicolon or tab separated, the first line naming each column with its unit, as in
 * "voltage [V]". Lines that begin with # are remarks.
 *
 * @returns Values in the unit inside of their quantity, names in lower case.
 * @throws {TableError}
 */
export function readColumns(text: string): Columns {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: "greedy", comments: "#" });
  const [header, ...lines] = data;
  if (!header || lines.length === 0) throw new TableError("The table has no lines below its header.");
  if (lines.length > MOST_LINES)
    throw new TableError(`The table has ${lines.length} lines; ${MOST_LINES} is the limit.`);
  const heads = header.map(readHead);
  const twice = heads.find(({ name }, at) => heads.findIndex((head) => head.name === name) !== at);
  if (twice) throw new TableError(`The column “${twice.name}” stands twice.`);
  return {
    quantities: new Map(heads.map(({ name, quantity }) => [name, quantity])),
    values: new Map(
      heads.map(({ name, factor, offset }, column) => [
        name,
        lines.map((cells, row) => readNumber(cells[column], name, row + 2) * factor + offset),
      ]),
    ),
  };
}

function readHead(head: string): { name: string; quantity: Quantity; factor: number; offset: number } {
  const [, name, symbol] = /^\s*([^[\]]+?)\s*(?:\[\s*(.*?)\s*\])?\s*$/.exec(head) ?? [];
  if (!name) throw new TableError(`A column has no name: “${head}”.`);
  // Names that every object of the language answers to.
  if (name.toLowerCase() in Object.prototype || name in Object.prototype)
    throw new TableError(`No column can be called “${name}”.`);
  const lower = name.toLowerCase();
  if (symbol === undefined) {
    if (WITHOUT_UNIT.test(lower)) return { name: lower, quantity: "count", factor: 1, offset: 0 };
    throw new TableError(`The column “${name}” has no unit. Write it behind the name, as in “${name} [V]”.`);
  }
  const expected = quantityOf(lower);
  const quantity =
    expected && findUnit(expected, symbol) ? expected : OF_OWN_NAMES.find((each) => findUnit(each, symbol));
  if (!quantity)
    throw new TableError(`The unit “${symbol}” of “${name}” is not known. Known: ${KNOWN_SYMBOLS.join(", ")}.`);
  if (expected && quantity !== expected) {
    const fitting = QUANTITIES[expected].map((unit) => unit.symbol);
    throw new TableError(
      `The column “${name}” is given in ${symbol}, which is no ${expected}: is it swapped with another, or the unit wrong? It may be in ${fitting.join(" or ")}.`,
    );
  }
  const { factor, offset = 0 } = findUnit(quantity, symbol)!;
  return { name: lower, quantity, factor, offset };
}

/** Symbols that a heading may have, for the sentence that names them. */
const KNOWN_SYMBOLS = [...new Set(OF_OWN_NAMES.flatMap((each) => QUANTITIES[each].map(({ symbol }) => symbol))), "1"];

/** What a column of a known name must be; null for names that are the user's own. */
function quantityOf(name: string): Quantity | null {
  if (name === "acceleration") return "acceleration";
  return OF_ANY_QUANTITY.includes(name) ? null : Object.hasOwn(CHANNELS, name) ? CHANNELS[name]!.quantity : null;
}

function readNumber(cell: string | undefined, name: string, line: number): number {
  const text = (cell ?? "").trim().replace(",", ".");
  const value = text === "" ? NaN : Number(text);
  if (!Number.isFinite(value)) throw new TableError(`Line ${line}, “${name}”: “${cell ?? ""}” is no number.`);
  return value;
}
