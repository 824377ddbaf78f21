import { CoreInputError } from "../../../CoreInputError";
import { median } from "../../../fit/robust";
import { turnVibration } from "../../vibration";
import { type Columns } from "../../../series/columns";

/** After a change of throttle the speed is let settle for this long. */
const SETTLES_S = 0.5;
/** Length of the recording that one reading is made of. */
const WINDOW_S = 0.5;
/** Throttles within this are one. */
const SAME_THROTTLE = 0.005;

/**
 * Turns the fast recording of an accelerometer on the arm into readings of a motor sweep: for each half second at one throttle
 * the middle value of every other column, the line once a turn, and what rumbles beside it.
 *
 * @returns The columns as they were when they hold no "acceleration".
 * @throws {CoreInputError} When the time is missing or uneven, no throttle is held for a second, or from `turnVibration`.
 */
export function reduceAcceleration(columns: Columns): Columns {
  const acceleration = columns.values.get("acceleration");
  if (!acceleration) return columns;
  const { time, speed, throttle } = Object.fromEntries(
    (["time", "speed", "throttle"] as const).map((name) => [name, columns.values.get(name)]),
  );
  if (!time || !speed || !throttle)
    throw new CoreInputError(
      "missing_column",
      "An acceleration column needs “time [s]”, “throttle [%]” and “speed [rpm]” beside it.",
    );
  const motor = columns.values.get("motor");
  const stretches = heldStretches(time, throttle, motor ?? []);
  const readings = stretches.flatMap(({ from, to }) => {
    if (throttle[from]! === 0) return [];
    const stepS = evenStep(time, from, to);
    const size = Math.round(WINDOW_S / stepS);
    const first = from + Math.round(SETTLES_S / stepS);
    return Array.from({ length: Math.max(0, Math.floor((to - first) / size)) }, (_, at) => {
      const [start, end] = [first + at * size, first + (at + 1) * size];
      const part = (values: readonly number[]) => values.slice(start, end);
      const { onceMs2, besideMs2 } = turnVibration(part(acceleration), 1 / stepS, median(part(speed)));
      return new Map<string, number>([
        ...[...columns.values].map(([name, values]) => [name, median(part(values))] as const),
        ["vibration", onceMs2],
        ["roughness", besideMs2],
      ]);
    });
  });
  if (readings.length === 0)
    throw new CoreInputError(
      "too_few_points",
      `No throttle is held for ${SETTLES_S + WINDOW_S} s: hold each, so that the speed is steady while it is recorded.`,
    );
  const names = [...readings[0]!.keys()].filter((name) => name !== "acceleration");
  return {
    values: new Map(names.map((name) => [name, readings.map((reading) => reading.get(name)!)])),
    quantities: new Map([...columns.quantities, ["vibration", "acceleration"], ["roughness", "acceleration"]]),
  };
}

/** Rows one after the other of one motor at one throttle; `to` is the first row after. */
function heldStretches(
  time: readonly number[],
  throttle: readonly number[],
  motor: readonly number[],
): { from: number; to: number }[] {
  const stretches: { from: number; to: number }[] = [];
  for (let row = 0; row < time.length; row++) {
    const last = stretches.at(-1);
    const isSame =
      last && Math.abs(throttle[row]! - throttle[last.from]!) <= SAME_THROTTLE && motor[row] === motor[last.from];
    if (isSame) last.to = row + 1;
    else stretches.push({ from: row, to: row + 1 });
  }
  return stretches;
}

/** Seconds from row to row of a stretch, which must be even for a line to be found. */
function evenStep(time: readonly number[], from: number, to: number): number {
  const steps = time.slice(from + 1, to).map((timeS, at) => timeS - time[from + at]!);
  const stepS = median(steps);
  const odd = steps.findIndex((step) => Math.abs(step - stepS) > 0.5 * stepS);
  if (odd >= 0)
    throw new CoreInputError(
      "out_of_range",
      `The recording has a gap at line ${from + odd + 3}: a line once a turn is found in even samples only. Cut the file there.`,
    );
  return stepS;
}
