import { AXES, type Axis } from "../channels/roles";
import { type FlightView } from "../FlightView";
import { leastOf, mostOf, quantileOf, rowAt, smoothed } from "../signal/rows";
import { type Verdict } from "./verdict.types";

/** Nobody asks for a lean like this at take-off, deg. */
const FLIP_DEG = 55;
const FLIP_DEG_S = 25;
/** What turns over goes on one way: this share of all its turning. What swings to and fro until it falls does not. */
const ONE_WAY = 0.5;
/** An output at its top or bottom: the controller pushes with all it has. */
const TOP_OUTPUT = 0.97;
/** A flip later than this after the motors began to work is no matter of their order. */
const TAKE_OFF_S = 6;
/** Motors that left off for less than this did so in the air: what follows is no take-off, s. */
const REST_S = 1.2;
/** The time before the flip in which the rates of the axes are held against each other. */
const LOOK_S = 0.35;
/** A turn round one axis alone has this many times the power of the others. */
const ALONE = 12;
/** And with this many times nothing else moves at all, however the outputs stand (on a plus only two work on an axis). */
const WHOLLY_ALONE = 200;
/** A second axis that turns like this is driven by the motors as well: then the first has to be so many times as strong to be alone. */
const BESIDE_DEG_S = 45;
const COUPLED = 30;
/** A craft that is steady for so long, soon after it was over, was turned over by its pilot: nobody flies on with wrong feedback. */
const STEADY_S = 1.2;
const STEADY_AFTER_S = 6;
const STEADY_DEG_S = 60;
/** Two outputs up and two down by nearly the same: this share of the widest difference lies between the middle ones. */
const PAIRED = 0.5;

const BOARD_OR_MOTORS =
  "Board or motors: look for damage first; then, props off, tilt the craft and watch which outputs go up: those of the low side must. Then run each motor alone against the map.";

/**
 * A multirotor that turns over as soon as its motors work: feedback reversed on one axis, or motors in the wrong order or direction.
 *
 * With one axis reversed the turn grows on that axis alone, since the others are steadied as ever. Motors in the wrong order couple
 * axes: what steadies one turns another, and both grow. (Two motors that changed places at one side mix that axis with yaw, two
 * opposite ones roll with pitch: the mixer's columns change places, and the product with the true geometry has its large terms
 * beside the diagonal.) In the outputs of four motors it shows as well: one axis alone drives two up and two down, two axes
 * together drive one up, one down and leave two between.
 */
export function departure(view: FlightView): Verdict[] {
  if (view.craft !== "multirotor") return [];
  const flip = flipOf(view);
  if (!flip) return [];
  const powers = powersOf(view, flip);
  const [first, second] = [...AXES].sort((a, b) => powers[b] - powers[a]) as [Axis, Axis];
  const ratio = powers[first] / Math.max(powers[second], 1e-6);
  const pairing = pairingOf(view, flip);
  const besideIt = Math.sqrt(powers[second]) > BESIDE_DEG_S ? COUPLED : 4;
  const isOneAxis =
    ratio > WHOLLY_ALONE || (Number.isFinite(pairing) ? pairing > PAIRED && ratio > besideIt : ratio > ALONE);
  const [fromS, toS] = [view.timeS[flip.from]!, view.timeS[flip.to - 1]!];
  const statistics = {
    rollPower: powers.roll,
    pitchPower: powers.pitch,
    yawPower: powers.yaw,
    ratio,
    pairing,
    afterS: flip.afterS,
  };
  if (!view.gyro.roll || !view.gyro.pitch)
    return [
      {
        code: "motor-map-wrong",
        severity: "fault",
        confidence: 0.5,
        fromS,
        toS,
        statistics,
        sentence: `The craft turned over ${flip.afterS.toFixed(1)} s after its motors began to work: motors in the wrong order or direction, or a stabiliser or board the wrong way. Which cannot be told, for the log has one of the two rates only.`,
        tellApart: BOARD_OR_MOTORS,
      },
    ];
  if (isOneAxis)
    return [
      {
        code: "feedback-reversed",
        severity: "fault",
        confidence: ratio > ALONE && pairing > 0.7 ? 0.9 : 0.75,
        fromS,
        toS,
        axis: first,
        statistics,
        sentence: `The craft turned over in ${first} ${flip.afterS.toFixed(1)} s after its motors began to work, round this axis alone: its stabiliser pushes the wrong way, or the board lies turned.`,
        tellApart: BOARD_OR_MOTORS,
      },
    ];
  return [
    {
      code: "motor-map-wrong",
      severity: "fault",
      confidence: 0.8,
      fromS,
      toS,
      statistics,
      sentence: `The craft turned over ${flip.afterS.toFixed(1)} s after its motors began to work, in ${first} and ${second} together: what steadies one axis turns another. Motor order or direction is wrong.`,
      tellApart:
        "Order, direction or prop: look for damage first; then, props off, run each motor alone and hold it against the map; then look at the face of each prop.",
    },
  ];
}

interface Flip {
  from: number;
  to: number;
  /** From the motors' first work, s. */
  afterS: number;
}

/** The first turn-over soon after the motors began to work. */
function flipOf(view: FlightView): Flip | null {
  const { gyro, timeS, rateHz, power } = view;
  if (!gyro.roll || !gyro.pitch || !power) return null;
  const work =
    0.3 *
    quantileOf(
      power.filter((each) => each > 0.1),
      0.7,
    );
  const slow = Math.max(1, Math.round(rateHz * 0.04));
  const axes = (["roll", "pitch"] as const).map((axis) => ({
    rate: smoothed(gyro[axis]!, slow),
    wanted: view.channel(`rate_target_${axis}`),
    angle: view.channel(axis),
    asked: view.channel(`${axis}_target`),
    turned: 0,
    swung: 0,
  }));
  let since = NaN;
  let lastWork = -Infinity;
  const pauseRows = Math.round(rateHz * REST_S);
  for (let row = 1; row < timeS.length; row++) {
    const seconds = Math.min(0.05, timeS[row]! - timeS[row - 1]!);
    if (power[row]! > work) lastWork = row;
    if (row - lastWork > pauseRows) {
      since = NaN;
      for (const axis of axes) [axis.turned, axis.swung] = [0, 0];
      continue;
    }
    if (Number.isNaN(since)) since = timeS[row]!;
    for (const axis of axes) {
      axis.turned = (axis.turned + axis.rate[row]! * seconds) * (1 - seconds / 3);
      axis.swung = (axis.swung + Math.abs(axis.rate[row]!) * seconds) * (1 - seconds / 3);
      const lean = Math.abs(axis.angle?.[row] ?? axis.turned);
      const isAsked =
        Math.abs(axis.asked?.[row] ?? 0) > 35 ||
        // A stabiliser asks for a turn back; a pilot for the turn that is made.
        (!axis.asked && (axis.wanted?.[row] ?? 0) * Math.sign(axis.rate[row]!) > 120);
      const isOver = Math.abs(axis.turned) > ONE_WAY * axis.swung;
      if (lean > FLIP_DEG && isOver && !isAsked && Math.abs(axis.rate[row]!) > FLIP_DEG_S && isPushing(view, row)) {
        if (timeS[row]! - since > TAKE_OFF_S || wasUp(view, row) || fliesOn(view, row, work)) return null;
        return {
          from: Math.max(rowAt(timeS, timeS[row]! - LOOK_S), rowAt(timeS, since)),
          to: row + 1,
          afterS: timeS[row]! - since,
        };
      }
    }
  }
  return null;
}

/** Nobody holds a craft in the air for so long whose motors or feedback are the wrong way round, s; and so high it is in the air, m. */
const UP_S = 1.5;
const UP_M = 0.7;

/** True where the craft had been in the air for a while before a row. */
function wasUp(view: FlightView, row: number): boolean {
  const height = view.channel("altitude");
  if (!height) return false;
  const from = rowAt(view.timeS, view.timeS[row]! - UP_S);
  const ground = quantileOf(height, 0.05, 0, Math.max(10, from));
  return view.timeS[row]! - view.timeS[0]! > UP_S && leastOf(height, from, row) > ground + UP_M;
}

/** True when the craft is steady in the air some time after a row, no output at its top or bottom. */
function fliesOn({ timeS, gyro, motors, power }: FlightView, row: number, work: number): boolean {
  let steadyFrom = NaN;
  const isSteady = (at: number) =>
    Math.abs(gyro.roll![at]!) < STEADY_DEG_S &&
    Math.abs(gyro.pitch![at]!) < STEADY_DEG_S &&
    power![at]! > work &&
    motors.every((motor) => motor[at]! < TOP_OUTPUT && motor[at]! > 1 - TOP_OUTPUT);
  for (let at = row; at < timeS.length && timeS[at]! < timeS[row]! + STEADY_AFTER_S; at++) {
    if (!isSteady(at)) steadyFrom = NaN;
    else if (Number.isNaN(steadyFrom)) steadyFrom = timeS[at]!;
    else if (timeS[at]! - steadyFrom > STEADY_S) return true;
  }
  return false;
}

/** How far the outputs stand two against two while the craft turns over: 1 wholly, 0 not at all; NaN unless there are four. */
function pairingOf(view: FlightView, { from, to }: Flip): number {
  if (view.motors.length !== 4) return NaN;
  let [between, whole] = [0, 0];
  for (let row = from; row < to; row++) {
    const [least, low, high, most] = view.motors.map((motor) => motor[row]!).sort((a, b) => a - b) as [
      number,
      number,
      number,
      number,
    ];
    between += high - low;
    whole += most - least;
  }
  return whole > 0 ? between / whole : NaN;
}

/** Outputs that lie so far apart push one side with most of what they have, though none is at its top yet. */
const PUSHED_APART = 0.4;

/** True when some output stood at its top a moment ago, or far above another. */
function isPushing(view: FlightView, row: number): boolean {
  if (view.motors.length === 0) return true;
  const from = row - Math.round(view.rateHz * 0.2);
  const isApart = (at: number) => {
    const outputs = view.motors.map((motor) => motor[at]!);
    return Math.max(...outputs) - Math.min(...outputs) > PUSHED_APART;
  };
  return view.motors.some((motor) => mostOf(motor, from, row + 1) > TOP_OUTPUT) || isApart(row) || isApart(row - 1);
}

function powersOf(view: FlightView, { from, to }: Flip): Record<Axis, number> {
  const powers = { roll: 0, pitch: 0, yaw: 0 };
  for (const axis of AXES) {
    const rate = view.gyro[axis];
    if (rate) for (let row = from; row < to; row++) powers[axis] += rate[row]! ** 2 / (to - from);
  }
  return powers;
}
