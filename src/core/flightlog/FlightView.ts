import { AXES, type Axis } from "./channels/roles";
import { type FlightLog, rowOf } from "./FlightLog";
import { craftOf, flightsOf, type LogCraft, powerOf, type Stretch } from "./phases";
import { held, quantileOf } from "./signal/rows";

/** A flight log made ready for questions: channels without blanks, the stretches in the air. */
export interface FlightView {
  log: FlightLog;
  craft: LogCraft;
  timeS: Float64Array;
  rateHz: number;
  /** A channel without blanks; null where the log has none. */
  channel: (role: string) => Float64Array | null;
  /** Gyro by axis. */
  gyro: Readonly<Record<Axis, Float64Array | null>>;
  motors: readonly Float64Array[];
  rpm: readonly Float64Array[];
  /** Mean of the motors, or the throttle. */
  power: Float64Array | null;
  /** In the air. */
  flights: readonly Stretch[];
}

/** What is known beside the log. */
export interface LogContext {
  craft?: LogCraft | undefined;
  /** What the charger put back after this flight, mAh. */
  chargerMah?: number | undefined;
  packCells?: number | undefined;
  packMah?: number | undefined;
}

export function viewOf(log: FlightLog, { craft: said }: LogContext = {}): FlightView {
  const craft = said ?? craftOf(log);
  const kept = new Map<string, Float64Array>();
  const channel = (role: string) => {
    const values = log.channels.get(role);
    if (!values) return null;
    const known = kept.get(role);
    if (known) return known;
    const whole = held(values);
    kept.set(role, whole);
    return whole;
  };
  return {
    log,
    craft,
    timeS: log.timeS,
    rateHz: log.rateHz,
    channel,
    gyro: Object.fromEntries(AXES.map((axis) => [axis, channel(`gyro_${axis}`)])) as FlightView["gyro"],
    motors: rowOf(log, "motor").map((_, at) => channel(`motor_${at + 1}`)!),
    rpm: rowOf(log, "rpm").map((_, at) => channel(`rpm_${at + 1}`)!),
    power: powerOf(log),
    flights: flightsOf(log, craft),
  };
}

/** Changes by which it is seen how often a channel is written. */
const CHANGES = 5000;

/**
 * How often a channel has a new figure, Hz: a recorder that is faster than a sensor writes each of its figures several times, or leaves
 * the lines between blank. Above half of this a spectrum shows images of what lies below.
 *
 * @returns The log's own rate where most figures differ from the one before, and where there is no such channel.
 */
export function writtenHz({ log, rateHz }: Pick<FlightView, "log" | "rateHz">, role: string): number {
  const values = log.channels.get(role);
  if (!values) return rateHz;
  const runs: number[] = [];
  let [last, since] = [NaN, 0];
  for (let row = 0; row < values.length && runs.length < CHANGES; row++) {
    const value = values[row]!;
    if (value !== value || value === last) continue;
    if (last === last) runs.push(row - since);
    [last, since] = [value, row];
  }
  // Two figures alike by chance make a run longer, never shorter.
  return rateHz / Math.max(1, quantileOf(runs, 0.1) || 1);
}

/** Rows of the stretches one by one, every so many. */
export function* rowsOf(stretches: readonly Stretch[], step = 1): Generator<number> {
  for (const { from, to } of stretches) for (let row = from; row < to; row += step) yield row;
}

/** How long stretches last together, s. */
export function secondsOf(view: FlightView, stretches: readonly Stretch[]): number {
  return stretches.reduce((sum, { from, to }) => sum + view.timeS[to - 1]! - view.timeS[from]!, 0);
}

/** The stretches less a time at their ends, s. */
export function trimmed(view: FlightView, stretches: readonly Stretch[], bySeconds: number): Stretch[] {
  const rows = Math.round(bySeconds * view.rateHz);
  return stretches
    .map(({ from, to }) => ({ from: from + rows, to: to - rows }))
    .filter(({ from, to }) => to - from > 4);
}
