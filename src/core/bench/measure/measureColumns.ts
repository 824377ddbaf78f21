import { max, min } from "simple-statistics";
import { CoreInputError } from "../../CoreInputError";
import { type Columns } from "../../series/columns";
import { densityOfDay } from "../airDensity";
import { asDrawn, asDriven } from "./motors/asDriven";
import { type RatedPart } from "../weakestInLine";
import { SPEED_OF } from "../../series/wideTable";
import { CHEMISTRIES, type Chemistry } from "./pack/chemistries";
import { type EscFacts, judgeEsc, USUAL_BURST_S, USUAL_ESC_LIMIT_C } from "./esc/judgeEsc";
import { judgeMeter } from "./meter/judgeMeter";
import { judgeMotors } from "./motors/judgeMotors";
import { type MotorSweep } from "./motors/lookAtMotors";
import { judgePack } from "./pack/judgePack";
import { FLIGHT_SHARE, judgePower, type PowerSample } from "./judgePower";
import { judgeServo } from "./servo/judgeServo";
import { type ServoFacts } from "./servo/servoRules";
import { type Measured } from "./measured.types";
import { type MotorFacts } from "./motors/motorFacts";
import { reduceAcceleration } from "./motors/reduceAcceleration";

/** What can be judged from a table of readings. */
export const MEASUREMENT_KINDS = ["meter", "servo", "motor", "pack", "power", "esc"] as const;
export type MeasurementKind = (typeof MEASUREMENT_KINDS)[number];

/** What a table cannot say by itself; what is null or absent is not known. */
export interface MeasurementOptions {
  /** The scale set on the craft's meter. */
  setting?: number | null | undefined;
  /** Gain of the meter before its scale was changed. */
  gainBefore?: number | null | undefined;
  capacityMah?: number | null | undefined;
  cRating?: number | null | undefined;
  peakA?: number | null | undefined;
  /** Steady load in flight. */
  cruiseA?: number | null | undefined;
  /** A cell of the pack when it was new, mΩ. */
  newMohm?: number | null | undefined;
  chemistry?: Chemistry | null | undefined;
  massG?: number | null | undefined;
  propInches?: number | null | undefined;
  /** Magnets of the bell, where the table has electrical turns alone. */
  poles?: number | null | undefined;
  /** Air of the day, °C and hPa. */
  airC?: number | null | undefined;
  airHpa?: number | null | undefined;
  continuousA?: number | null | undefined;
  burstA?: number | null | undefined;
  burstS?: number | null | undefined;
  limitC?: number | null | undefined;
  /** Seconds for 60° from the servo's sheet. */
  secondsPer60?: number | null | undefined;
  /** Share of the held amps that is left in flight. */
  flightShare?: number | null | undefined;
}

/** What the app knows beside the table: earlier measurements of the same parts. */
export interface MeasurementPast {
  /** Constants of motors when they were known to be good, by the motor's name. */
  motors?: ReadonlyMap<string, MotorFacts>;
  /** Seconds each motor took to answer a jump, by its number. */
  responseS?: ReadonlyMap<number, number>;
  /** The same servo, and the same ESC, when it was known to be good. */
  servo?: ServoFacts | null;
  esc?: EscFacts | null;
  /** A former table of the same craft's draw. */
  power?: Columns;
  /** The same as steps of a run. */
  powerSteps?: readonly PowerSample[];
  parts?: readonly RatedPart[];
}

const INCH_M = 0.0254;

/** The columns each kind needs, as a header one can copy. */
export const HEADERS: Readonly<Record<MeasurementKind, string>> = {
  meter: "shown [A],reference [A]",
  servo: "pulse [µs],angle [°],current [A]",
  motor: "motor,throttle [%],voltage [V],current [A],speed [rpm]",
  pack: "current [A],cell1 [V],cell2 [V],cell3 [V]",
  power: "throttle [%],voltage [V],current [A]",
  esc: "time [s],current [A],esctemperature [°C]",
};

/** A verdict with the facts of the parts measured, to be kept as their baselines. */
export type MeasuredParts = Measured & {
  /** Of motors, by the motor's name. */
  facts?: ReadonlyMap<string, MotorFacts>;
  servo?: ServoFacts;
  esc?: EscFacts | null;
};

/**
 * Judges a table of readings.
 *
 * @throws {CoreInputError} With a sentence that says what is missing, out of place or not supported by the data, and what to do.
 */
export function measureColumns(
  kind: MeasurementKind,
  columns: Columns,
  options: MeasurementOptions = {},
  past: MeasurementPast = {},
): MeasuredParts {
  refuseBadTime(columns);
  const drawn = kind === "meter" || kind === "servo" ? columns : asDrawn(columns);
  const driven = kind === "motor" || kind === "power" ? asDriven(drawn, options.poles ?? null) : drawn;
  const measured = JUDGES[kind](driven, options, past);
  const notes = [...(driven.notes ?? []), ...(measured.notes ?? []), ...unusedNotes(kind, driven)];
  return notes.length > 0 ? { ...measured, notes } : measured;
}

/** Columns that each kind looks at, besides those of its header. */
export const USED_COLUMNS: Readonly<Record<MeasurementKind, RegExp>> = {
  meter: /^(shown|reference|meter)$/,
  servo: /^(pulse|angle|current|time|throttle|held)$/,
  motor:
    /^(motor|output|throttle|pulse|electricalspeed|voltage|current|speed|thrust|vibration|roughness|temperature|acceleration|time)$/,
  pack: /^(current|cell\d+|time)$/,
  power: /^(throttle|pulse|voltage|current|time)$/,
  esc: /^(time|current|esctemperature|temperature)$/,
};

/** A column that was read and bears on nothing is said, never dropped in silence. */
function unusedNotes(kind: MeasurementKind, { values }: Columns): string[] {
  const unused = [...values.keys()].filter((name) => !USED_COLUMNS[kind].test(name) && name !== "step");
  return unused.length > 0 ? [`Read and not used, for it says nothing of this: ${unused.join(", ")}.`] : [];
}

/** How each kind of table is judged. */
const JUDGES: Readonly<
  Record<MeasurementKind, (columns: Columns, options: MeasurementOptions, past: MeasurementPast) => MeasuredParts>
> = { meter: meterOf, servo: servoOf, motor: motorsOf, power: powerOfTable, esc: escOf, pack: packOf };

/** "meter" is the trusted one beside what the craft shows, and the craft's own beside a reference. */
function meterNames({ values }: Columns): [shown: string, reference: string] {
  if (!values.has("meter")) return ["shown", "reference"];
  return values.has("shown") ? ["shown", "meter"] : ["meter", "reference"];
}

/** The craft's own meter against a reference. */
function meterOf(columns: Columns, options: MeasurementOptions): MeasuredParts {
  const [shownName, referenceName] = meterNames(columns);
  const [shown, reference] = [need(columns, shownName, "meter"), need(columns, referenceName, "meter")];
  const [shownQuantity, referenceQuantity] = [columns.quantities.get(shownName), columns.quantities.get(referenceName)];
  if (shownQuantity !== referenceQuantity)
    throw new CoreInputError(
      "out_of_range",
      `“shown” is a ${shownQuantity} and “reference” a ${referenceQuantity}: compare amps with amps, or volts with volts.`,
    );
  const quantity = shownQuantity === "voltage" ? "voltage" : "current";
  return judgeMeter(
    shown.map((value, row) => ({ shown: value, reference: reference[row]! })),
    { quantity, setting: options.setting ?? null, gainBefore: options.gainBefore ?? null },
  );
}

/** A servo: angle over pulse. */
function servoOf(columns: Columns, options: MeasurementOptions, past: MeasurementPast): MeasuredParts {
  const [pulse, angle] = [need(columns, "pulse", "servo"), need(columns, "angle", "servo")];
  const current = columns.values.get("current");
  const time = columns.values.get("time");
  const throttle = columns.values.get("throttle");
  const held = columns.values.get("held");
  return judgeServo(
    pulse.map((seconds, row) => ({
      pulseUs: seconds * 1e6,
      angleDeg: angle[row]!,
      currentA: current?.[row] ?? null,
      timeS: time?.[row] ?? null,
      throttle: throttle?.[row] ?? null,
      isHeld: (held?.[row] ?? 0) > 0,
    })),
    { secondsPer60: options.secondsPer60 ?? null },
    past.servo ?? null,
  );
}

/** Motors, each against the others and its own past. */
function motorsOf(columns: Columns, options: MeasurementOptions, past: MeasurementPast): MeasuredParts {
  return judgeMotors(sweepsOf(columns, past.responseS), past.motors, {
    massKg: options.massG ? options.massG / 1000 : null,
    propDiameterM: options.propInches ? options.propInches * INCH_M : null,
    densityKgM3: densityOfDay(options.airC, options.airHpa),
  });
}

/** Power draw at a few throttles. */
function powerOfTable(columns: Columns, options: MeasurementOptions, past: MeasurementPast): MeasuredParts {
  return judgePower(
    powerSamples(columns),
    past.power ? powerSamples(past.power) : (past.powerSteps ?? []),
    // A rating typed here is of a part that passes the whole current; those of the sheet know what they share.
    past.parts?.length
      ? past.parts
      : options.continuousA
        ? [{ position: "in line", name: "Weakest part", continuousA: options.continuousA, parallel: 1 }]
        : [],
    options.flightShare ?? FLIGHT_SHARE,
  );
}

/** The heat of an ESC under load. */
function escOf(columns: Columns, options: MeasurementOptions, past: MeasurementPast): MeasuredParts {
  const [time, amps, celsius] = [
    need(columns, "time", "esc"),
    need(columns, "current", "esc"),
    columns.values.get("esctemperature") ?? columns.values.get("temperature") ?? need(columns, "esctemperature", "esc"),
  ];
  return judgeEsc(
    time.map((timeS, row) => ({ timeS, currentA: amps[row]!, temperatureC: celsius[row]! })),
    {
      continuousA: options.continuousA ?? null,
      burstA: options.burstA ?? null,
      burstS: options.burstS ?? USUAL_BURST_S,
      limitC: options.limitC ?? USUAL_ESC_LIMIT_C,
    },
    past.esc ?? null,
  );
}

/** A pack, cell by cell, under a few loads. */
function packOf(columns: Columns, options: MeasurementOptions): MeasuredParts {
  const current = need(columns, "current", "pack");
  const cells = [...columns.values.keys()].filter((name) => /^cell\s?\d+$/.test(name)).sort(byNumber);
  if (cells.length === 0) throw missing("cell1", "pack");
  if (!options.capacityMah)
    throw new CoreInputError("out_of_range", "Say the pack's capacity in mAh: resistance is judged by its size.");
  return judgePack(
    current.map((currentA, row) => ({
      currentA,
      cellsV: cells.map((name) => columns.values.get(name)![row]!),
      timeS: columns.values.get("time")?.[row] ?? null,
    })),
    {
      capacityMah: options.capacityMah,
      cRating: options.cRating ?? null,
      peakA: options.peakA ?? null,
      cruiseA: options.cruiseA ?? null,
      newMohm: options.newMohm ?? null,
      chemistry: CHEMISTRIES.find((each) => each === options.chemistry) ?? null,
    },
  );
}

function sweepsOf(given: Columns, responseS: ReadonlyMap<number, number> = new Map()): MotorSweep[] {
  const columns = reduceAcceleration(given);
  const speeds = [...columns.values.keys()].filter((name) => name.startsWith(SPEED_OF)).length;
  if (speeds > 0 && !columns.values.has("speed"))
    throw new CoreInputError(
      "missing_column",
      `The table has the speeds of ${speeds} motors and one current for all of them: give each its own current, or run one motor at a time.`,
    );
  const throttle = need(columns, "throttle", "motor");
  const voltage = need(columns, "voltage", "motor");
  const current = need(columns, "current", "motor");
  const speed = need(columns, "speed", "motor");
  refuseOddDrive(throttle, voltage, current, speed);
  const { values } = columns;
  // Runs tell the motor that was driven alone by its output.
  const motor = values.get("motor") ?? values.get("output") ?? throttle.map(() => 1);
  return [...new Set(motor)].map((place) => ({
    name: `Motor ${place}`,
    responseS: responseS.get(place) ?? null,
    samples: throttle.flatMap((share, row) =>
      motor[row] === place
        ? [
            {
              throttle: share,
              voltageV: voltage[row]!,
              currentA: current[row]!,
              rpm: speed[row]!,
              thrustN: values.get("thrust")?.[row] ?? null,
              vibrationMs2: values.get("vibration")?.[row] ?? null,
              roughnessMs2: values.get("roughness")?.[row] ?? null,
              temperatureC: values.get("temperature")?.[row] ?? null,
            },
          ]
        : [],
    ),
  }));
}

function powerSamples(columns: Columns): PowerSample[] {
  const throttle = need(columns, "throttle", "power");
  const voltage = need(columns, "voltage", "power");
  const current = need(columns, "current", "power");
  refuseOddDrive(throttle, voltage, current, null);
  return throttle.map((share, row) => ({ throttle: share, voltageV: voltage[row]!, currentA: current[row]! }));
}

/** No drive of these craft goes beyond. Common practice, no published source. */
const MOST_A = 2000;
const MOST_RPM = 200_000;
/** Nor is any swept that stays below. */
const FEWEST_RPM = 100;

function refuseOddDrive(
  throttle: readonly number[],
  voltage: readonly number[],
  current: readonly number[],
  speed: readonly number[] | null,
): void {
  if (current.some((amps) => amps < -0.2))
    throw new CoreInputError("out_of_range", "Negative amps: turn the meter's leads round, or leave the sign out.");
  if (throttle.some((share) => share < 0 || share > 1))
    throw new CoreInputError("out_of_range", "Throttle beyond 0 to 100 %: give it in percent, “throttle [%]”.");
  for (const [name, values, most] of [
    ["amps", current, MOST_A],
    ["rpm", speed, MOST_RPM],
  ] as const) {
    const beyond = values?.find((value) => value > most);
    if (beyond !== undefined)
      throw new CoreInputError(
        "out_of_range",
        `${beyond.toPrecision(3)} ${name} is beyond what a craft's drive does: is the unit right${name === "rpm" ? ", or the rpm electrical" : ""}?`,
      );
  }
  if (speed && max(speed) < FEWEST_RPM)
    throw new CoreInputError(
      "out_of_range",
      `The highest speed is ${max(speed).toFixed(1)} rpm: is the column in thousands, or a comma read wrongly?`,
    );
  const spread = (values: readonly number[]) => (max(values) - min(values)) / max(values);
  if (spread(voltage) > 0.6 && spread(current) < 0.4)
    throw new CoreInputError("out_of_range", "The volts vary and the amps hardly do: the two columns look swapped.");
  if (max(voltage) > 200)
    throw new CoreInputError(
      "out_of_range",
      `${max(voltage).toFixed(0)} V: is the column in millivolts? Then write “voltage [mV]”.`,
    );
  for (const [name, values] of [
    ["amps", current],
    ["rpm", speed],
  ] as const) {
    if (values === null) continue;
    if (values.length > 3 && new Set(values).size === 1 && new Set(throttle).size > 1)
      throw new CoreInputError(
        "out_of_range",
        `The ${name} read ${values[0]} throughout while the throttle moved: that sensor is stuck.`,
      );
  }
}

/** Time must rise from line to line; a log put together wrongly shows here. */
function refuseBadTime({ values, lines }: Columns): void {
  const time = values.get("time");
  const place = time?.findIndex((value, row) => row > 0 && value < time[row - 1]!) ?? -1;
  if (place > 0)
    throw new CoreInputError(
      "out_of_range",
      `The time runs backwards in line ${lines?.[place] ?? place + 2}: sort the lines, or split two runs.`,
    );
}

function need({ values }: Columns, name: string, kind: MeasurementKind): readonly number[] {
  const column = values.get(name);
  if (!column) throw missing(name, kind);
  return column;
}

function missing(name: string, kind: MeasurementKind): CoreInputError {
  return new CoreInputError(
    "missing_column",
    `The column “${name}” is missing. The first line should read: ${HEADERS[kind]}`,
  );
}

function byNumber(a: string, b: string): number {
  return Number(a.replace(/\D/g, "")) - Number(b.replace(/\D/g, ""));
}
