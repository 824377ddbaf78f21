import { type MeasurementKind, USED_COLUMNS } from "./measureColumns";

/** Columns that tell a kind from the others, the surest first. */
const TELLING: readonly [kind: MeasurementKind, has: readonly string[]][] = [
  ["pack", ["cell1", "current"]],
  ["servo", ["pulse", "angle"]],
  ["meter", ["shown", "reference"]],
  ["meter", ["shown", "meter"]],
  ["motor", ["speed", "throttle"]],
  ["motor", ["speed", "pulse"]],
  ["motor", ["electricalspeed", "throttle"]],
  ["motor", ["electricalspeed", "pulse"]],
  ["esc", ["esctemperature", "time"]],
  ["power", ["voltage", "current", "throttle"]],
  ["power", ["voltage", "current", "pulse"]],
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

const CELLS = Array.from({ length: 14 }, (_, at) => `cell${at + 1} [V]`);

/** Headings that a column of a kind's table can be given by hand, the needed ones first. */
export const HEADINGS: Readonly<Record<MeasurementKind, readonly string[]>> = {
  motor: [
    "throttle [%]",
    "pulse [µs]",
    "voltage [V]",
    "voltage [mV]",
    "current [A]",
    "current [mA]",
    "speed [rpm]",
    "electricalspeed [rpm]",
    "motor",
    "thrust [g]",
    "vibration [m/s²]",
    "temperature [°C]",
  ],
  power: ["throttle [%]", "pulse [µs]", "voltage [V]", "voltage [mV]", "current [A]", "current [mA]", "time [s]"],
  esc: ["time [s]", "time [ms]", "current [A]", "current [mA]", "esctemperature [°C]"],
  servo: ["pulse [µs]", "angle [°]", "current [A]", "current [mA]", "time [s]"],
  meter: ["shown [A]", "shown [mA]", "shown [V]", "reference [A]", "reference [V]"],
  pack: ["current [A]", "current [mA]", ...CELLS, "time [s]"],
};
