import { CoreInputError } from "../../CoreInputError";
import { judgeMeter } from "./judgeMeter";
import { judgeMotors, type MotorSweep } from "./judgeMotors";
import { judgePack } from "./judgePack";
import { judgeServo } from "./judgeServo";
import { type Measured } from "./measured.types";

/** What can be judged from a table of readings. */
export const MEASUREMENT_KINDS = ["meter", "servo", "motor", "pack"] as const;
export type MeasurementKind = (typeof MEASUREMENT_KINDS)[number];

/** A table in SI: name → values, all of one length, with the quantity of each. */
export interface Columns {
  values: ReadonlyMap<string, readonly number[]>;
  /** Name → "voltage", "current", … as its unit says. */
  quantities: ReadonlyMap<string, string>;
}

/** What a table cannot say by itself. */
export interface MeasurementOptions {
  /** The scale set on the craft's meter. */
  setting?: number | null;
  capacityMah?: number | null;
  cRating?: number | null;
  peakA?: number | null;
}

/** The columns each kind needs, as a header one can copy. */
export const HEADERS: Readonly<Record<MeasurementKind, string>> = {
  meter: "shown [A],reference [A]",
  servo: "pulse [µs],angle [°],current [A]",
  motor: "motor,throttle [%],voltage [V],current [A],speed [rpm]",
  pack: "current [A],cell1 [V],cell2 [V],cell3 [V]",
};

/**
 * Judges a table of readings.
 *
 * @throws {CoreInputError} With a sentence that says what is missing, out of place or not supported by the data, and what to do.
 */
export function measureColumns(kind: MeasurementKind, columns: Columns, options: MeasurementOptions = {}): Measured {
  refuseBadTime(columns);
  switch (kind) {
    case "meter": {
      const [shown, reference] = [need(columns, "shown", kind), need(columns, "reference", kind)];
      const quantity = columns.quantities.get("shown") === "voltage" ? "voltage" : "current";
      return judgeMeter(
        shown.map((value, row) => ({ shown: value, reference: reference[row]! })),
        { quantity, setting: options.setting ?? null },
      );
    }
    case "servo": {
      const [pulse, angle] = [need(columns, "pulse", kind), need(columns, "angle", kind)];
      const current = columns.values.get("current");
      return judgeServo(
        pulse.map((seconds, row) => ({
          pulseUs: seconds * 1e6,
          angleDeg: angle[row]!,
          currentA: current?.[row] ?? null,
        })),
      );
    }
    case "motor":
      return judgeMotors(sweepsOf(columns));
    case "pack": {
      const current = need(columns, "current", kind);
      const cells = [...columns.values.keys()].filter((name) => /^cell\s?\d+$/.test(name)).sort(byNumber);
      if (cells.length === 0) throw missing("cell1", kind);
      if (!options.capacityMah)
        throw new CoreInputError("out_of_range", "Say the pack's capacity in mAh: resistance is judged by its size.");
      return judgePack(
        current.map((currentA, row) => ({ currentA, cellsV: cells.map((name) => columns.values.get(name)![row]!) })),
        { capacityMah: options.capacityMah, cRating: options.cRating ?? null, peakA: options.peakA ?? null },
      );
    }
  }
}

function sweepsOf(columns: Columns): MotorSweep[] {
  const throttle = need(columns, "throttle", "motor");
  const voltage = need(columns, "voltage", "motor");
  const current = need(columns, "current", "motor");
  const speed = need(columns, "speed", "motor");
  refuseOddDrive(throttle, voltage, current, speed);
  const motor = columns.values.get("motor") ?? throttle.map(() => 1);
  return [...new Set(motor)].map((place) => ({
    name: `Motor ${place}`,
    samples: throttle.flatMap((share, row) =>
      motor[row] === place
        ? [{ throttle: share, voltageV: voltage[row]!, currentA: current[row]!, rpm: speed[row]! }]
        : [],
    ),
  }));
}

function refuseOddDrive(
  throttle: readonly number[],
  voltage: readonly number[],
  current: readonly number[],
  speed: readonly number[],
): void {
  if (current.some((amps) => amps < -0.2))
    throw new CoreInputError("out_of_range", "Negative amps: turn the meter's leads round, or leave the sign out.");
  if (throttle.some((share) => share < 0 || share > 1))
    throw new CoreInputError("out_of_range", "Throttle beyond 0 to 100 %: give it in percent, “throttle [%]”.");
  const spread = (values: readonly number[]) => (Math.max(...values) - Math.min(...values)) / Math.max(...values);
  if (spread(voltage) > 0.6 && spread(current) < 0.4)
    throw new CoreInputError("out_of_range", "The volts vary and the amps hardly do: the two columns look swapped.");
  if (Math.max(...voltage) > 200)
    throw new CoreInputError(
      "out_of_range",
      `${Math.max(...voltage).toFixed(0)} V: is the column in millivolts? Then write “voltage [mV]”.`,
    );
  for (const [name, values] of [
    ["amps", current],
    ["rpm", speed],
  ] as const) {
    if (values.length > 3 && new Set(values).size === 1 && new Set(throttle).size > 1)
      throw new CoreInputError(
        "out_of_range",
        `The ${name} read ${values[0]} throughout while the throttle moved: that sensor is stuck.`,
      );
  }
}

/** Time must rise from line to line; a log put together wrongly shows here. */
function refuseBadTime({ values }: Columns): void {
  const time = values.get("time");
  const place = time?.findIndex((value, row) => row > 0 && value < time[row - 1]!) ?? -1;
  if (place > 0)
    throw new CoreInputError(
      "out_of_range",
      `The time runs backwards in line ${place + 2}: sort the lines, or split two runs.`,
    );
}

function need({ values }: Columns, name: string, kind: MeasurementKind): readonly number[] {
  const column = values.get(name);
  if (!column) throw missing(name, kind);
  return column;
}

function missing(name: string, kind: MeasurementKind): CoreInputError {
  return new CoreInputError(
    "too_few_points",
    `The column “${name}” is missing. The first line should read: ${HEADERS[kind]}`,
  );
}

function byNumber(a: string, b: string): number {
  return Number(a.replace(/\D/g, "")) - Number(b.replace(/\D/g, ""));
}
