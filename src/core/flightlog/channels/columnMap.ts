import { type ColumnUse } from "./columnUse";
import { columnUses } from "./ownColumns";
import { type RawLog } from "../reading/LogReader";
import { type RawColumn } from "../reading/ReadingTable";
import { LogError } from "../reading/LogError";
import { partsOfHeading } from "./headingParts";
import { findLogUnit } from "./logUnits";
import { quantityOfRole, ROLE_NAMES } from "./roles";

/** What somebody says of one column. */
export interface ColumnSaid {
  /** The heading as it stands in the file. */
  name: string;
  /** null: leave the column out. */
  role: string | null;
  unit?: string | undefined;
  /** A reading in the role's unit is (figure + offset) · scale. */
  scale?: number | undefined;
  offset?: number | undefined;
  /** The other sign than the log was given: what was put into one frame by its own evidence is turned round after that. */
  turned?: boolean | undefined;
}

/**
 * The uses of a log's columns, with what somebody said in place of what was recognised.
 *
 * @throws {LogError} For a heading that the file does not have, or a role or unit that there is none of.
 */
export function usesWith(raw: RawLog, said: readonly ColumnSaid[]): ColumnUse[] {
  const recognised = columnUses(raw);
  const named = said.map((each) => useOf(raw.columns, each, recognised));
  const columns = new Set(named.map(({ column }) => column));
  const roles = new Set(named.map(({ use }) => use?.role));
  const kept = recognised.filter(({ column, role }) => !columns.has(column) && !roles.has(role));
  return [...kept, ...named.flatMap(({ use }) => (use ? [use] : []))].sort((a, b) => a.column - b.column);
}

function useOf(
  raw: readonly RawColumn[],
  said: ColumnSaid,
  recognised: readonly ColumnUse[],
): { column: number; use: ColumnUse | null } {
  const column = raw.findIndex(({ heading }) => heading.trim() === said.name.trim());
  if (column < 0) throw new LogError(`No column is headed “${said.name}”.`);
  if (said.role === null) return { column, use: null };
  const quantity = quantityOfRole(said.role);
  if (quantity === null) throw new LogError(`There is no role “${said.role}”. There are: ${ROLE_NAMES.join(", ")}.`);
  const { heading, unitBelow } = raw[column]!;
  const before = recognised.find((use) => use.column === column && use.role === said.role);
  const symbol = said.unit ?? partsOfHeading(heading, unitBelow).unit;
  const unit = symbol ? findLogUnit(symbol, quantity === "field") : null;
  if (said.unit && said.scale === undefined && !before && unit?.quantity !== quantity)
    throw new LogError(`“${said.unit}” is no unit of ${said.role}.`);
  return {
    column,
    use: {
      column,
      heading,
      role: said.role,
      by: "hand",
      unit: symbol ?? "",
      scale: said.scale ?? before?.scale ?? (unit?.quantity === quantity ? unit.factor : 1),
      offset: said.offset ?? (said.scale === undefined ? (before?.offset ?? 0) : 0),
      isGuessed: false,
      isTurned: said.turned ?? false,
    },
  };
}
