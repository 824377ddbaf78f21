import { CoreInputError } from "../../CoreInputError";
import { type Columns } from "../../series/columns";
import { type MeasurementKind } from "../measure/measureColumns";
import { channelOf } from "../../series/channels";
import { type ProfileStep } from "./profile";
import { type RunKind } from "./runKinds";
import { filterSeries, sampleCount, type Series } from "../../series/series";
import { mean, settledSteps } from "./settledSteps";

/** The measurement that judges a kind of run; null for those that have a verdict of their own. */
export const MEASUREMENT_OF: Readonly<Record<RunKind, MeasurementKind | null>> = {
  "power-draw": null,
  ladder: null,
  motor: "motor",
  esc: "esc",
  servo: "servo",
  meter: "meter",
  pack: "pack",
};

/** Rows made of one settled step: as many as make the scatter visible, few enough that neighbours do not repeat each other. */
const ROWS_PER_STEP = 4;

/**
 * Turns a run into the table of readings that the same measurement takes from a file, so that both are judged by the same rules.
 *
 * @param motors - How many ESCs share the pack's current; counts for the ESC's own amps only.
 * @throws {CoreInputError} `too_few_points` when the run settled nowhere.
 */
export function runColumns(
  kind: MeasurementKind,
  series: Series,
  profile: readonly ProfileStep[],
  motors = 1,
): Columns {
  const table =
    kind === "esc"
      ? escTable(series, motors)
      : kind === "servo"
        ? servoTable(series, profile)
        : steppedTable(kind, series, profile);
  if (sampleCount({ time: Object.values(table)[0] ?? [] }) === 0)
    throw new CoreInputError("too_few_points", "The run settled at no step: let it go on longer.");
  const names = Object.keys(table).filter((name) => table[name]!.every(Number.isFinite));
  return {
    values: new Map(names.map((name) => [NAMES[kind]?.[name] ?? name, table[name]!])),
    quantities: new Map(names.map((name) => [NAMES[kind]?.[name] ?? name, channelOf(name).quantity])),
  };
}

/** Where a measurement calls a channel otherwise than the rig. */
const NAMES: Readonly<Partial<Record<MeasurementKind, Readonly<Record<string, string>>>>> = {
  motor: { output: "motor" },
  meter: { current: "reference" },
  servo: { railcurrent: "current" },
};

function steppedTable(kind: MeasurementKind, series: Series, profile: readonly ProfileStep[]): Series {
  const settled = settledSteps(series, profile);
  // What board and receiver draw is not the motors': it is read at standby and taken off.
  const standby = settled.find(({ step }) => step.throttle === 0);
  const standbyA = kind === "motor" && standby?.samples.current ? mean(standby.samples.current) : 0;
  const chosen = settled.filter(({ step }) =>
    kind === "motor" ? (step.output ?? 0) > 0 && step.throttle > 0 && !step.role : true,
  );
  const names = Object.keys(series).filter((name) => name !== "time" && name !== "step" && name !== "pulse");
  const rows = chosen.flatMap(({ samples }) => blocks(samples, ROWS_PER_STEP));
  return Object.fromEntries(
    names.map((name) => [
      name,
      rows.map((block) => (name === "current" ? mean(block[name]!) - standbyA : mean(block[name]!))),
    ]),
  );
}

/** The pack's amps, less what stands by, are shared by the ESCs. */
function escTable(series: Series, motors: number): Series {
  const { time = [], throttle = [], current = [], esctemperature } = series;
  const idle = current.filter((_, at) => throttle[at] === 0 && time[at]! < 2);
  const standbyA = idle.length > 0 ? mean(idle) : 0;
  return {
    time,
    current: current.map((amps) => Math.max(0, (amps - standbyA) / motors)),
    ...(esctemperature && { esctemperature }),
  };
}

/** A servo is judged by its single readings in their order, with the throttle beside them. */
function servoTable(series: Series, profile: readonly ProfileStep[]): Series {
  const pulsed = new Set(profile.flatMap(({ pulseS }, place) => (pulseS == null ? [] : [place])));
  const withPulse = filterSeries(series, (at) => pulsed.has(series.step?.[at] ?? -1));
  const { time = [], throttle = [], pulse = [], angle = [], railcurrent, step = [] } = withPulse;
  const held = step.map((place) => (profile[place]!.role === "hand held" ? 1 : 0));
  return { time, throttle, pulse, angle, ...(railcurrent && { railcurrent }), held };
}

function blocks(samples: Series, count: number): Series[] {
  const rows = sampleCount(samples);
  const size = Math.max(1, Math.floor(rows / count));
  return Array.from({ length: Math.min(count, rows) }, (_, block) =>
    filterSeries(samples, (at) => Math.min(count - 1, Math.floor(at / size)) === block),
  ).filter((block) => sampleCount(block) > 0);
}
