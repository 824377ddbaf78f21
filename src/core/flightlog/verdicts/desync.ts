import { type FlightView, rowsOf, trimmed } from "../FlightView";
import { leastOf, meanOf, mostOf, quantileOf } from "../signal/rows";
import { regress } from "../signal/regress";
import { type Verdict } from "./verdict.types";

/** A rotor that falls below this share of the speed that its output makes has lost step. */
const LOST_SHARE = 0.47;
/** Rate that nobody asked for by which a craft drops to one corner, deg/s. */
const DEPARTURE_DEG_S = 90;

/**
 * A motor that loses step: output up, speed down, and the craft drops to its corner. Without speeds the outputs and the rates have to
 * say it: one output runs to its top in a moment while its opposite falls.
 */
export function desync(view: FlightView): Verdict[] {
  if (view.craft !== "multirotor" || view.motors.length < 3) return [];
  const events = view.rpm.length === view.motors.length ? lostSteps(view) : sharpCorners(view);
  if (events.length === 0) return [];
  // When one motor drops out its neighbours are pulled about as well: the one that lost most is meant.
  const depth = new Map<number, number>();
  for (const { motor, share } of events)
    depth.set(motor, (depth.get(motor) ?? 0) + (Number.isFinite(share) ? 1 - share : 1));
  const [motor] = [...depth].sort(([, a], [, b]) => b - a)[0]!;
  const own = events.filter((each) => each.motor === motor);
  const times = own.length;
  const hasSpeed = view.rpm.length === view.motors.length;
  return [
    {
      code: "desync",
      severity: "fault",
      confidence: hasSpeed ? 0.95 : 0.7,
      fromS: own[0]!.fromS,
      toS: own.at(-1)!.toS,
      momentsS: own.map(({ fromS }) => fromS),
      motor: motor + 1,
      value: times,
      unit: "times",
      sentence: hasSpeed
        ? `Motor ${motor + 1} lost step ${times === 1 ? "once" : `${times} times`} (at ${own.map(({ fromS }) => `${fromS.toFixed(1)} s`).join(", ")}): its output went up while its speed fell to ${(own[0]!.share * 100).toFixed(0)} % of what that output makes.`
        : `Motor ${motor + 1} ran to full output at ${own.map(({ fromS }) => `${fromS.toFixed(1)} s`).join(", ")} while the craft dropped to its corner: it gave no lift for a moment.`,
      statistics: { times, leastSpeedShare: Math.min(...own.map(({ share }) => share)) },
      tellApart:
        "ESC, motor or plug: look for soot and turn the motor by hand, pack out; then jab the throttle on the bench, props off; then the same ESC settings on all; then swap the motor with a neighbour.",
    },
  ];
}

interface LostStep {
  motor: number;
  fromS: number;
  toS: number;
  share: number;
}

const FROM_IDLE_S = 0.2;
const LASTS_FROM_IDLE_S = 0.1;

/** Lines of the log for each that has a speed of a motor. */
function everyOf(view: FlightView, motor: number): number {
  const written = view.log.channels.get(`rpm_${motor + 1}`)!.subarray(0, 20_000);
  let count = 0;
  for (let row = 0; row < written.length; row++) if (Number.isFinite(written[row])) count++;
  return written.length / Math.max(1, count);
}

/** Stretches in which a speed falls away from what its output made in the rest of the flight. */
function lostSteps(view: FlightView): LostStep[] {
  const events: LostStep[] = [];
  const flights = trimmed(view, view.flights, 0.3);
  const step = Math.max(1, Math.floor(view.rateHz / 50));
  const lag = Math.max(1, Math.round(view.rateHz * 0.12));
  const rows = [...rowsOf(flights, step)];
  view.motors.forEach((motor, at) => {
    const speed = view.rpm[at]!;
    const usual = quantileOf(
      rows.map((row) => motor[row]!),
      0.5,
    );
    const usualSpeed = quantileOf(
      rows.map((row) => speed[row]!),
      0.5,
    );
    const expected = expectedSpeed(
      view,
      motor,
      speed,
      rows.filter((row) => speed[row]! > 0.5 * usualSpeed),
    );
    if (!expected) return;
    const writtenEveryS = (everyOf(view, at) - 1) / view.log.rateHz;
    for (const { from, to } of flights) {
      for (let row = from; row < to; row++) {
        const wanted = Math.max(expected[row]!, 0.6 * usualSpeed);
        if (!(speed[row]! < LOST_SHARE * wanted) || motor[row]! < 0.9 * usual) continue;
        const start = row;
        let share = 1;
        while (row < to && speed[row]! < 0.85 * Math.max(expected[row]!, 0.6 * usualSpeed)) {
          share = Math.min(share, speed[row]! / wanted);
          row++;
        }
        const rose = mostOf(motor, start, row + lag) > usual + 0.08;
        const lasted = view.timeS[Math.min(row, to - 1)]! - view.timeS[start]!;
        // A motor that comes up from idle is late of itself, and a speed that is written seldom is late in the log.
        const isFromIdle = leastOf(motor, start - Math.round(view.rateHz * FROM_IDLE_S), start) < 0.5 * usual;
        if (rose && lasted > (isFromIdle ? LASTS_FROM_IDLE_S : 0.02) + writtenEveryS)
          events.push({ motor: at, fromS: view.timeS[start]!, toS: view.timeS[Math.min(row, to - 1)]!, share });
      }
    }
  });
  return merged(events);
}

/** What a motor's output makes of its speed: a first-order lag and a line, the lag that fits best. */
function expectedSpeed(
  view: FlightView,
  motor: Float64Array,
  speed: Float64Array,
  rows: readonly number[],
): Float64Array | null {
  const fits = [0.02, 0.04, 0.07, 0.12].flatMap((lagS) => {
    const late = lagged(motor, 1 / (lagS * view.rateHz));
    const fit = regress([late], speed, rows);
    return fit ? [{ late, fit }] : [];
  });
  const best = fits.sort((a, b) => b.fit.rSquared - a.fit.rSquared)[0];
  if (!best) return null;
  const slope = Math.max(0, best.fit.slopes[0]!);
  const [meanSpeed, meanOutput] = [meanOf(rows.map((row) => speed[row]!)), meanOf(rows.map((row) => best.late[row]!))];
  const expected = best.late; // nobody else's
  for (let row = 0; row < expected.length; row++) expected[row] = meanSpeed + slope * (expected[row]! - meanOutput);
  return expected;
}

/** A first-order lag. @param share - Of the way that is gone with each row. */
function lagged(values: Float64Array, share: number): Float64Array {
  const late = new Float64Array(values.length);
  const part = Math.min(1, share);
  let at = values[0]!;
  for (let row = 0; row < values.length; row++) late[row] = at += part * (values[row]! - at);
  return late;
}

function merged(events: readonly LostStep[]): LostStep[] {
  const result: LostStep[] = [];
  for (const each of [...events].sort((a, b) => a.motor - b.motor || a.fromS - b.fromS)) {
    const last = result.at(-1);
    if (last && last.motor === each.motor && each.fromS - last.toS < 0.6) {
      last.toS = each.toS;
      last.share = Math.min(last.share, each.share);
    } else result.push({ ...each });
  }
  return result;
}

/** What says that a turn was asked for, besides the rates wanted. */
const ASKED = ["stick_roll", "stick_pitch", "roll_target", "pitch_target"];

/** Moments in which one output runs to its top and the craft turns as nobody asked. */
function sharpCorners(view: FlightView): LostStep[] {
  const { motors, timeS, gyro } = view;
  if (!gyro.roll || !gyro.pitch) return [];
  const flights = trimmed(view, view.flights, 1);
  const wanted = (axis: "roll" | "pitch", row: number) => view.channel(`rate_target_${axis}`)?.[row] ?? 0;
  const hasTargets = view.channel("rate_target_roll") !== null && view.channel("rate_target_pitch") !== null;
  // Where nothing says what was asked, a pilot who throws it about looks the same.
  if (!hasTargets && !ASKED.some((role) => view.channel(role) !== null)) return [];
  const off = (row: number) =>
    Math.hypot(gyro.roll![row]! - wanted("roll", row), gyro.pitch![row]! - wanted("pitch", row));
  const all = [...rowsOf(flights, 3)].map(off);
  const edge = Math.max(DEPARTURE_DEG_S, 5 * quantileOf(all, 0.6), hasTargets ? 0 : 1.6 * quantileOf(all, 0.97));
  const levels = motors.map((motor) =>
    quantileOf(
      [...rowsOf(flights, 5)].map((row) => motor[row]!),
      0.5,
    ),
  );
  const events: LostStep[] = [];
  for (const { from, to } of flights) {
    for (let row = from; row < to; row++) {
      if (off(row) < edge || (hasTargets && unaskedRate(view, row) < 0.5 * edge)) continue;
      const [start, end] = [
        Math.max(from, row - Math.round(view.rateHz * 0.1)),
        Math.min(to, row + Math.round(view.rateHz * 0.25)),
      ];
      const peaks = motors.map((motor, at) => mostOf(motor, start, end) - levels[at]!);
      const order = peaks.map((_, at) => at).sort((a, b) => peaks[b]! - peaks[a]!);
      const [top, next] = order;
      if (peaks[top!]! > 0.25 && peaks[top!]! > peaks[next!]! + 0.12)
        events.push({ motor: top!, fromS: timeS[start]!, toS: timeS[end - 1]!, share: NaN });
      row = end + Math.round(view.rateHz * 0.4);
    }
  }
  return merged(events);
}

/** A craft follows what was asked of it a moment ago, s. */
const FOLLOWS_S = 0.3;
/** And shoots over by this share of what the turn was changed by. */
const OVERSHOOTS = 0.35;

/** How far a craft turns beyond everything that was asked of it just before, or against it, deg/s. */
function unaskedRate(view: FlightView, row: number): number {
  const from = Math.max(0, row - Math.round(FOLLOWS_S * view.rateHz));
  const beyond = (["roll", "pitch"] as const).map((axis) => {
    const asked = view.channel(`rate_target_${axis}`)!;
    const rate = view.gyro[axis]![row]!;
    const [least, most] = [Math.min(0, leastOf(asked, from, row + 1)), Math.max(0, mostOf(asked, from, row + 1))];
    const over = OVERSHOOTS * (most - least);
    return Math.max(0, rate - most - over, least - over - rate);
  });
  return Math.hypot(...beyond);
}
