import { readHeading } from "./headings";

/** Columns of one motor each that may stand beside each other in a line. */
const OF_ONE_MOTOR = new Set([
  "speed",
  "electricalspeed",
  "current",
  "throttle",
  "pulse",
  "thrust",
  "temperature",
  "esctemperature",
  "vibration",
  "voltage",
]);
const SPEEDS = new Set(["speed", "electricalspeed"]);

/** A heading with a motor's number in it: “rpm2”, “current_2_A”, “ESC2 temp (°C)”, “speed[1]”. */
interface Numbered {
  /** The heading without the number. */
  stem: string;
  name: string;
  index: number;
}

/** A table with all motors in one line. */
export interface Wide {
  /** By column; null for one that all motors share. */
  columns: readonly (Numbered | null)[];
  /** The motors' numbers as they stand in the headings. */
  motors: readonly number[];
  /** False where all motors share one current: then none of them can be told from the others. */
  hasCurrents: boolean;
}

/**
 * Finds the motors in the headings of a table that holds all of them in each line.
 *
 * @returns null for any other table: without the speeds of two motors at least.
 */
export function wideOf(headings: readonly string[]): Wide | null {
  const all = headings.map(numberedOf);
  const indicesOf = (is: (name: string) => boolean) =>
    new Set(all.flatMap((each) => (each && is(each.name) ? [each.index] : [])));
  const motors = [...indicesOf((name) => SPEEDS.has(name))].sort((a, b) => a - b);
  if (motors.length < 2) return null;
  const currents = indicesOf((name) => name === "current");
  return {
    columns: all.map((each) => (each && motors.includes(each.index) ? each : null)),
    motors,
    hasCurrents: motors.every((motor) => currents.has(motor)),
  };
}

function numberedOf(heading: string): Numbered | null {
  const found = /^(.*?)(?:\[(\d{1,2})\]|(\d{1,2}))(?!.*\d.*[[({<]?$)(.*)$/.exec(heading.trim());
  if (!found) return null;
  const [, before, bracketed, bare, behind] = found;
  const stem = `${before}${behind}`.replace(/_+/g, "_").replace(/\s+/g, " ").replace(/_$/, "").trim();
  const read = stem === "" ? null : readHeading(stem);
  return read && OF_ONE_MOTOR.has(read.name) ? { stem, name: read.name, index: Number(bracketed ?? bare) } : null;
}

/** A line's cells, with its number in the file. */
interface Line {
  number: number;
  cells: string[];
}

/** The same table with a line for each motor, and a column that says which; motors that are counted from nought are counted from one. */
export function unrolled(
  { columns, motors }: Wide,
  header: Line,
  units: readonly string[] | null,
  rows: readonly Line[],
): { header: Line; units: string[] | null; rows: Line[] } {
  const stems = [...new Set(columns.flatMap((each) => each?.stem ?? []))];
  const shared = columns.flatMap((each, at) => (each ? [] : [at]));
  const placeOf = (stem: string, motor: number) =>
    columns.findIndex((each) => each?.stem === stem && each.index === motor);
  const first = motors[0] === 0 ? 1 : 0;
  return {
    header: {
      number: header.number,
      cells: ["motor", ...stems, ...shared.map((at) => header.cells[at]!)],
    },
    units: units && [
      "",
      ...stems.map((stem) => units[placeOf(stem, motors[0]!)] ?? ""),
      ...shared.map((at) => units[at] ?? ""),
    ],
    rows: rows.flatMap(({ number, cells }) =>
      motors.map((motor) => ({
        number,
        cells: [
          String(motor + first),
          ...stems.map((stem) => cells[placeOf(stem, motor)] ?? ""),
          ...shared.map((at) => cells[at] ?? ""),
        ],
      })),
    ),
  };
}

/** The headings of a table whose motors share one current: their speeds say whose they are, and are nobody's motor. */
export function namedSpeeds({ columns }: Wide, headings: readonly string[]): string[] {
  return headings.map((heading, at) => {
    const numbered = columns[at];
    if (!numbered || !SPEEDS.has(numbered.name)) return heading;
    const read = readHeading(numbered.stem);
    return `${SPEED_OF} ${numbered.index} [${read.kind === "read" ? read.unit.symbol : "rpm"}]`;
  });
}

/** What a speed is called of which no current is known. */
export const SPEED_OF = "speed of motor";
