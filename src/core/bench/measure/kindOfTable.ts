import { type MeasurementKind, USED_COLUMNS } from "./measureColumns";

/** Columns that tell a kind from the others, the surest first. */
const TELLING: readonly [kind: MeasurementKind, has: readonly string[]][] = [
  ["pack", ["cell1", "current"]],
  ["servo", ["pulse", "angle"]],
  ["meter", ["shown", "reference"]],
  ["meter", ["shown", "meter"]],
  ["motor", ["speed", "throttle"]],
  ["esc", ["esctemperature", "time"]],
  ["power", ["voltage", "current", "throttle"]],
  ["power", ["voltage", "current", "time"]],
];

/** What a table with these columns can be judged as; null where they fit nothing. */
export function kindOfTable(names: readonly string[]): MeasurementKind | null {
  return TELLING.find(([, has]) => has.every((name) => names.includes(name)))?.[0] ?? null;
}

/** True when the judge of a kind looks at a column. */
export function isUsedBy(kind: MeasurementKind, name: string): boolean {
  return USED_COLUMNS[kind].test(name);
}
