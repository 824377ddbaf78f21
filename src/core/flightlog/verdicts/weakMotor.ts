import { type FlightView, rowsOf, trimmed } from "../FlightView";
import { meanOf, quantileOf } from "../signal/rows";
import { type Stretch } from "../phases";
import { type Verdict } from "./verdict.types";
import { weakOfMany } from "./weakOfMany";

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
  if (!isAlone || excess < WEAK_SHARE || lead < 0.03 * mean || !isThroughout(view, motor, calm, idle)) {
    const slow = slowMotor(view, outputs, calm);
    return slow.length > 0 ? slow : pointedAt(view, worked, flights);
  }
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

/** Of six motors and more: the one that the trim of all points at. */
function pointedAt(view: FlightView, worked: readonly number[], flights: readonly Stretch[]): Verdict[] {
  const weak = weakOfMany(view, worked);
  if (!weak) return [];
  return [
    {
      code: "weak-motor",
      severity: "fault",
      confidence: 0.7,
      fromS: view.timeS[flights[0]!.from]!,
      toS: view.timeS[flights.at(-1)!.to - 1]!,
      motor: weak.motor + 1,
      value: weak.excess * 100,
      unit: "%",
      sentence: `All motors are trimmed as they would be if motor ${weak.motor + 1} pushed too little; it works ${(weak.excess * 100).toFixed(0)} % above their mean.`,
      statistics: { excess: weak.excess, like: weak.like, likeNext: weak.likeNext },
      tellApart:
        "Prop, motor, ESC or a turned arm: sight along the motors for one that leans; then move the prop to another arm, then swap the motor with its neighbour.",
    },
  ];
}

/** In each part of the flight it leads by this share of what makes it weak, at least. */
const LEADS_ON = 0.6;
const PARTS = 3;

/** A weak motor is weak from beginning to end; one that was asked for more on one straight is not. */
function isThroughout({ motors }: FlightView, motor: number, calm: readonly number[], idle: number): boolean {
  const size = Math.ceil(calm.length / PARTS);
  return Array.from({ length: PARTS }, (_, at) => calm.slice(at * size, (at + 1) * size)).every((rows) => {
    if (rows.length < 10) return true;
    const worked = motors.map((each) => meanOf(rows.map((row) => each[row]!)) - idle);
    const peers = meanOf(worked.filter((_, at) => at !== motor));
    return worked[motor]! > (1 + LEADS_ON * WEAK_SHARE) * peers;
  });
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
  if (byWhole.motor !== motor || !(behind >= SLOW_SHARE && behind >= 1.5 * scatter)) return [];
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

const TOP_OUTPUT = 0.97;
const FREE_SHARE = 0.15;

/** Rows of steady flight: the outputs change little about them. */
function calmRows(view: FlightView, flights: readonly { from: number; to: number }[]): number[] {
  const step = Math.max(1, Math.floor(view.rateHz / 20));
  const rows = [...rowsOf(flights, step)];
  const spin = (row: number) =>
    Math.abs(view.gyro.roll?.[row] ?? 0) + Math.abs(view.gyro.pitch?.[row] ?? 0) + Math.abs(view.gyro.yaw?.[row] ?? 0);
  // At its top an output is held back, and what it would need for the trim is not seen.
  const free = rows.filter((row) => view.motors.every((motor) => motor[row]! < TOP_OUTPUT));
  const seen = free.length > FREE_SHARE * rows.length ? free : rows;
  const edge = quantileOf(seen.map(spin), 0.6);
  const calm = seen.filter((row) => spin(row) <= edge);
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
