import { type FlightView, rowsOf, trimmed } from "../FlightView";
import { leastOf, meanOf, mostOf, quantileOf } from "../signal/rows";
import { regress } from "../signal/regress";
import { type Verdict } from "./verdict.types";

/** More output than its peers by this share, at one trim, makes a motor weak. */
const WEAK_SHARE = 0.075;
/** Its lead over the next must be this many times what the middle ones differ among themselves. */
const WEAK_LEAD = 1.6;
/** Of four: from the highest to the lowest, over the mean. A balance point off the middle parts both diagonals, a weak rotor one. */
const WEAK_APART = 0.135;
/** And by this many times as much as the other diagonal. */
const WEAK_DIAGONAL = 3;
/** Of more than four, where the others take over: this much more than their mean. */
const WEAK_OF_MANY = 0.12;
const SHORTEST_FLIGHT_S = 3;

/**
 * A motor that needs more output than its peers for the same trim. A centre of gravity off the middle lifts two neighbours, a
 * twisted arm two opposite ones; one weak motor stands alone above the others.
 */
export function weakMotor(view: FlightView): Verdict[] {
  const { motors, timeS } = view;
  if (view.craft !== "multirotor" || motors.length < 4) return [];
  const flights = trimmed(view, view.flights, 0.8);
  const seconds = flights.reduce((sum, { from, to }) => sum + timeS[to - 1]! - timeS[from]!, 0);
  if (seconds < SHORTEST_FLIGHT_S) return [];
  const calm = calmRows(view, flights);
  const outputs = motors.map((motor) => {
    const values: number[] = [];
    for (const row of calm) values.push(motor[row]!);
    return quantileOf(values, 0.5);
  });
  const floor = Math.min(...motors.map((motor) => quantileOf(motor, 0.002)));
  const idle = floor > 0 && floor < 0.5 * Math.min(...outputs) ? Math.min(floor, 0.12) : 0;
  const worked = outputs.map((each) => each - idle);
  const order = worked.map((_, at) => at).sort((a, b) => worked[b]! - worked[a]!);
  const motor = order[0]!;
  const peers = order.slice(1).map((at) => worked[at]!);
  const mean = meanOf(peers);
  const excess = worked[motor]! / mean - 1;
  // A rotor that lifts too little makes its opposite idle along: the lowest is no measure, the middle ones are.
  const [next, last] = [peers[0]!, peers.length > 3 ? peers.at(-1)! : peers[1]!];
  const lead = worked[motor]! - next;
  const apart = worked[motor]! - peers.at(-1)!;
  const scatter = Math.max(next - last, 0.008 * mean);
  const isAlone =
    peers.length > 3
      ? lead > WEAK_LEAD * scatter && excess > WEAK_OF_MANY
      : apart > WEAK_APART * mean && apart > WEAK_DIAGONAL * scatter;
  if (!isAlone || excess < WEAK_SHARE || lead < 0.03 * mean) return slowMotor(view, outputs, calm);
  const rpmSays = rpmOf(view, motor, calm);
  return [
    {
      code: "weak-motor",
      severity: "fault",
      confidence: excess > 0.12 && apart > 3 * scatter ? 0.92 : 0.75,
      fromS: timeS[flights[0]!.from]!,
      toS: timeS[flights.at(-1)!.to - 1]!,
      motor: motor + 1,
      value: excess * 100,
      unit: "%",
      sentence: `Motor ${motor + 1} needs ${(excess * 100).toFixed(0)} % more output than its peers for the same trim${rpmSays.sentence}.`,
      statistics: {
        excess,
        lead: lead / mean,
        apart: apart / mean,
        peersDiffer: scatter / mean,
        ...rpmSays.statistics,
      },
      tellApart:
        "Prop, motor or ESC: move the prop to another arm first; if it stays, swap the motor with its neighbour.",
    },
  ];
}

/** A motor that turns slower than its peers by this share at one output loses power. */
const SLOW_SHARE = 0.05;
/** Speed goes with a power of the output between a half (all drag) and one (none): a slow motor is slow by either. */
const SPEED_POWERS = [0.5, 1] as const;

interface Slowest {
  motor: number;
  /** Share by which it falls behind the middle one of its peers; how far they are apart. */
  behind: number;
  scatter: number;
}

function slowestOf(strengths: readonly number[]): Slowest {
  const order = strengths.map((_, at) => at).sort((a, b) => strengths[a]! - strengths[b]!);
  const peers = order.slice(1).map((at) => strengths[at]!);
  return {
    motor: order[0]!,
    behind: 1 - strengths[order[0]!]! / quantileOf(peers, 0.5),
    scatter: peers.at(-1)! / peers[0]! - 1,
  };
}

/** Where speeds are there: a motor whose speed for its output falls behind its peers', however the controller shares the work out. */
function slowMotor(view: FlightView, outputs: readonly number[], calm: readonly number[]): Verdict[] {
  if (view.rpm.length !== view.motors.length) return [];
  const speeds = view.rpm.map((rpm) =>
    quantileOf(
      calm.map((row) => rpm[row]!),
      0.5,
    ),
  );
  const [byHalf, byWhole] = SPEED_POWERS.map((power) =>
    slowestOf(speeds.map((speed, at) => speed / Math.max(0.05, outputs[at]!) ** power)),
  ) as [Slowest, Slowest];
  const { motor } = byHalf;
  const { behind, scatter } = byHalf.behind < byWhole.behind ? byHalf : byWhole;
  if (byWhole.motor !== motor || behind < SLOW_SHARE || behind < 1.5 * scatter) return [];
  return [
    {
      code: "weak-motor",
      severity: "fault",
      confidence: behind > 0.08 ? 0.9 : 0.75,
      fromS: view.timeS[calm[0]!]!,
      toS: view.timeS[calm.at(-1)!]!,
      motor: motor + 1,
      value: behind * 100,
      unit: "%",
      sentence: `Motor ${motor + 1} turns ${(behind * 100).toFixed(0)} % slower than its peers for the same output: the motor or its ESC loses power.`,
      statistics: { behind, peersDiffer: scatter },
      tellApart:
        "Motor or ESC: swap the motor with a neighbour; what stays at the arm is the ESC, its leads or its plug.",
    },
  ];
}

/** Rows of steady flight: the outputs change little about them. */
function calmRows(view: FlightView, flights: readonly { from: number; to: number }[]): number[] {
  const step = Math.max(1, Math.floor(view.rateHz / 20));
  const rows = [...rowsOf(flights, step)];
  const spin = (row: number) =>
    Math.abs(view.gyro.roll?.[row] ?? 0) + Math.abs(view.gyro.pitch?.[row] ?? 0) + Math.abs(view.gyro.yaw?.[row] ?? 0);
  const edge = quantileOf(rows.map(spin), 0.6);
  const calm = rows.filter((row) => spin(row) <= edge);
  return calm.length > 20 ? calm : rows;
}

function rpmOf(
  view: FlightView,
  motor: number,
  rows: readonly number[],
): { sentence: string; statistics: Record<string, number> } {
  if (view.rpm.length !== view.motors.length) return { sentence: "", statistics: {} };
  const speeds = view.rpm.map((rpm) => meanOf(rows.map((row) => rpm[row]!)));
  const peers = meanOf(speeds.filter((_, at) => at !== motor));
  const share = speeds[motor]! / peers - 1;
  return {
    sentence:
      share > 0.04
        ? `, and turns ${(share * 100).toFixed(0)} % faster: its prop lifts too little`
        : ", at the same speed: the motor or its ESC loses power",
    statistics: { speedExcess: share },
  };
}

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

const FULL_OUTPUT = 0.98;
/** Share of the flight at full output beyond which nothing is left to steer with. */
const FULL_SHARE = 0.12;
const HEAVY_MEAN = 0.68;
/** Beyond this share at the top it does not matter how much the others have left. */
const MOST_FULL = 0.4;

/** Hovering at this much leaves nothing to climb and steer with; 0.6 is heavy already. Common practice, no published source. */
const HEAVY_HOVER = 0.74;

/** Motors at their top for much of the flight. */
export function saturation(view: FlightView): Verdict[] {
  if (view.motors.length === 0 || view.flights.length === 0) return [];
  const flights = trimmed(view, view.flights, 0.3);
  const step = Math.max(1, Math.floor(view.rateHz / 100));
  let [full, all] = [0, 0];
  for (const row of rowsOf(flights, step)) {
    all++;
    if (view.motors.some((motor) => motor[row]! >= FULL_OUTPUT)) full++;
  }
  if (all < 50) return [];
  const share = full / all;
  const mean = meanOf(Array.from(rowsOf(flights, step), (row) => view.power![row]!));
  if (share < 0.03 && mean < HEAVY_HOVER) return [];
  return [
    {
      code: "saturation",
      severity: (share > FULL_SHARE && mean > HEAVY_MEAN) || share > MOST_FULL || mean > HEAVY_HOVER ? "fault" : "note",
      confidence: mean > 0.7 ? 0.9 : 0.6,
      fromS: view.timeS[flights[0]!.from]!,
      toS: view.timeS[flights.at(-1)!.to - 1]!,
      value: share * 100,
      unit: "%",
      sentence: `A motor stands at full output for ${(share * 100).toFixed(0)} % of the flight; all of them work at ${(mean * 100).toFixed(0)} % on the mean: the craft is too heavy for its thrust, or thrust is missing.`,
      statistics: { fullShare: share, meanOutput: mean },
      tellApart: "Weigh the craft and add up the static thrust: under twice its weight it is too heavy.",
    },
  ];
}
