import Papa from "papaparse";
import { fromSi, QUANTITIES, type Quantity, type Unit } from "../units/quantities";
import { readColumns, TableError } from "./readColumns";

/** A table with the name of its file. */
export interface NamedTable {
  name: string;
  text: string;
}

/**
 * Puts the tables of several motors, a file each, into one with a column that says which motor a line is of: the number in the
 * file's name where those differ, else its place among the files.
 *
 * @returns CSV in the usual units, with a remark that says which file became which motor; a single table as it was.
 * @throws {TableError} With the file's name, for one that cannot be read, has several motors already, or lacks a column of the first.
 */
export function joinTables(tables: readonly NamedTable[]): string {
  if (tables.length === 1) return tables[0]!.text;
  const numbers = motorNumbers(tables.map(({ name }) => name));
  const read = tables.map(({ name, text }) => {
    try {
      return { name, columns: readColumns(text) };
    } catch (error) {
      throw error instanceof TableError ? new TableError(`${name}: ${error.message}`) : error;
    }
  });
  const [first] = read;
  const names = [...first!.columns.values.keys()].filter((name) => name !== "motor" && name !== "output");
  for (const { name, columns } of read) {
    const motors = columns.values.get("motor");
    if (motors && new Set(motors).size > 1)
      throw new TableError(`${name}: it holds several motors already. Take such a file by itself.`);
    const lacking = names.find((column) => !columns.values.has(column));
    if (lacking) throw new TableError(`${name}: the column “${lacking}” of ${first!.name} is missing here.`);
  }
  const units = names.map((name) => usualUnit(first!.columns.quantities.get(name)!));
  const heading = names.map((name, at) => `${name} [${units[at]!.symbol || "1"}]`);
  const rows = read.flatMap(({ columns }, at) =>
    columns.values
      .get(names[0]!)!
      .map((_, row) => [
        numbers[at]!,
        ...names.map((name, column) => shownIn(units[column]!, columns.values.get(name)![row]!)),
      ]),
  );
  const remark = tables.map(({ name }, at) => `${name} is motor ${numbers[at]}`).join("; ");
  return `# ${remark}\n${Papa.unparse([["motor", ...heading], ...rows], { newline: "\n" })}\n`;
}

function shownIn(unit: Unit, value: number): number {
  return Number(fromSi(value, unit).toPrecision(10));
}

function usualUnit(quantity: Quantity): Unit {
  return QUANTITIES[quantity][0];
}

/** The one number that tells the names apart, as in “sweep-M3.csv”. */
function motorNumbers(names: readonly string[]): number[] {
  const found = names.map((name) => [...name.matchAll(/\d+/g)].map(([digits]) => Number(digits)));
  for (let place = 0; place < Math.min(...found.map(({ length }) => length)); place++) {
    const column = found.map((digits) => digits[place]!);
    if (new Set(column).size === names.length && column.every((number) => number >= 1 && number <= 16)) return column;
  }
  return names.map((_, at) => at + 1);
}
