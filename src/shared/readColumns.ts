import Papa from "papaparse";
import { type Columns } from "@/core/bench/measure/measureColumns";
import { CHANNELS } from "@/core/bench/run/channels";
import { STANDARD_GRAVITY } from "@/core/units/constants";

interface Unit {
  quantity: string;
  factor: number;
}

/** Units a table may be written in: what they measure, and how many SI units one is. */
const UNITS: Readonly<Record<string, Unit>> = {
  V: { quantity: "voltage", factor: 1 },
  mV: { quantity: "voltage", factor: 1e-3 },
  A: { quantity: "current", factor: 1 },
  mA: { quantity: "current", factor: 1e-3 },
  rpm: { quantity: "speed", factor: 1 },
  krpm: { quantity: "speed", factor: 1000 },
  "%": { quantity: "share", factor: 0.01 },
  s: { quantity: "time", factor: 1 },
  µs: { quantity: "time", factor: 1e-6 },
  us: { quantity: "time", factor: 1e-6 },
  ms: { quantity: "time", factor: 1e-3 },
  min: { quantity: "time", factor: 60 },
  g: { quantity: "thrust", factor: STANDARD_GRAVITY / 1000 },
  N: { quantity: "thrust", factor: 1 },
  "°": { quantity: "angle", factor: 1 },
  "°C": { quantity: "temperature", factor: 1 },
  "m/s²": { quantity: "vibration", factor: 1 },
  "m/s2": { quantity: "vibration", factor: 1 },
  W: { quantity: "power", factor: 1 },
  "1": { quantity: "share", factor: 1 },
};
/** A vibration in g is in units of gravity; a thrust in g is in grams. */
const GRAVITIES: Unit = { quantity: "vibration", factor: STANDARD_GRAVITY };
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
 * @returns Values in SI, names in lower case.
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
      heads.map(({ name, factor }, column) => [
        name,
        lines.map((cells, row) => readNumber(cells[column], name, row + 2) * factor),
      ]),
    ),
  };
}

function readHead(head: string): { name: string; quantity: string; factor: number } {
  const [, name, symbol] = /^\s*([^[\]]+?)\s*(?:\[\s*(.*?)\s*\])?\s*$/.exec(head) ?? [];
  if (!name) throw new TableError(`A column has no name: “${head}”.`);
  const lower = name.toLowerCase();
  if (symbol === undefined) {
    if (WITHOUT_UNIT.test(lower)) return { name: lower, quantity: "count", factor: 1 };
    throw new TableError(`The column “${name}” has no unit. Write it behind the name, as in “${name} [V]”.`);
  }
  const expected = quantityOf(lower);
  const unit = symbol === "g" && expected === "vibration" ? GRAVITIES : UNITS[symbol];
  if (!unit)
    throw new TableError(`The unit “${symbol}” of “${name}” is not known. Known: ${Object.keys(UNITS).join(", ")}.`);
  if (expected && unit.quantity !== expected) {
    const fitting = Object.keys(UNITS).filter((each) => UNITS[each]!.quantity === expected);
    throw new TableError(
      `The column “${name}” is given in ${symbol}, which is no ${expected}: is it swapped with another, or the unit wrong? It may be in ${fitting.join(" or ")}.`,
    );
  }
  return { name: lower, ...unit };
}

/** What a column of a known name must be; null for names that are the user's own. */
function quantityOf(name: string): string | null {
  if (name === "acceleration") return "vibration";
  const channel = OF_ANY_QUANTITY.includes(name) ? undefined : CHANNELS[name];
  return channel ? (UNITS[channel.unit]?.quantity ?? null) : null;
}

function readNumber(cell: string | undefined, name: string, line: number): number {
  const text = (cell ?? "").trim().replace(",", ".");
  const value = text === "" ? NaN : Number(text);
  if (!Number.isFinite(value)) throw new TableError(`Line ${line}, “${name}”: “${cell ?? ""}” is no number.`);
  return value;
}
