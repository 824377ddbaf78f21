import { AXES, type Axis } from "../channels/roles";
import { type FlightView, secondsOf, trimmed, writtenHz } from "../FlightView";
import { type Stretch } from "../phases";
import { regress } from "../signal/regress";
import { meanOf, quantileOf, smoothed, spreadOf } from "../signal/rows";
import { bandRms, type Line, type Spectrum, startsIn, strongestLine, welch } from "../signal/spectrum";
import { type Verdict } from "./verdict.types";

const SEGMENT_S = 1.5;
/** A limit cycle or a swinging arm stands out of the spectrum by this much, times. */
const PROMINENT = 14;
/** RMS about the line from which it is felt, deg/s. */
const FELT_DEG_S = 5;
/** Loops of a craft swing below this; what is above is its structure or its rotors. */
const HIGHEST_LOOP_HZ = 28;
const LOWEST_HZ = 2.2;
const HIGHEST_STRUCTURE_HZ = 160;

interface Swing {
  axis: Axis;
  line: Line;
  rms: number;
  spectrum: Spectrum;
}

/** A line in the rates that does not go with the rotors: a gain too high, or a structure that swings. */
export function oscillation(view: FlightView): Verdict[] {
  const flights = trimmed(view, view.flights, 1);
  if (view.craft === "fixed-wing" && view.flights.length === 0) return [];
  if (secondsOf(view, flights) < 3) return [];
  // A tail that wags is a swing as well
  const axes: readonly Axis[] = view.craft === "helicopter" ? AXES : ["roll", "pitch"];
  const swings = axes
    .map((axis) => swingOf(view, axis, flights))
    .filter((swing) => swing !== null)
    .sort((a, b) => b.rms - a.rms);
  const swing = swings[0];
  if (!swing || followsRotors(view, swing, flights)) return [];
  const { axis, line } = swing;
  const drive = driveAt(view, axis, line.hz, flights);
  const isStructure = line.hz > HIGHEST_LOOP_HZ || (line.hz > 12 && drive.ratio > 4);
  const [fromS, toS] = [view.timeS[flights[0]!.from]!, view.timeS[flights.at(-1)!.to - 1]!];
  const statistics = { hz: line.hz, rmsDegS: swing.rms, prominence: line.prominence, driveRatio: drive.ratio };
  if (isStructure)
    return [
      {
        code: "soft-structure",
        severity: "fault",
        confidence: line.hz > HIGHEST_LOOP_HZ ? 0.85 : 0.7,
        fromS,
        toS,
        axis,
        value: line.hz,
        unit: "Hz",
        sentence: `Something swings at ${line.hz.toFixed(0)} Hz (${swing.rms.toFixed(0)} deg/s in ${axis}) at any throttle: a soft arm or a loose stack, not a rotor.`,
        statistics,
        tellApart:
          "Arm or stack: twist each arm against its neighbour by hand, then press on the board and feel for play.",
      },
    ];
  return [
    {
      code: "gain-too-high",
      severity: "fault",
      confidence: swing.rms > 2 * FELT_DEG_S ? 0.9 : 0.7,
      fromS,
      toS,
      axis,
      value: line.hz,
      unit: "Hz",
      sentence: `The craft swings in ${axis} at ${line.hz.toFixed(1)} Hz (${swing.rms.toFixed(0)} deg/s): the gain of this axis is too high, or something in its loop is late.`,
      statistics,
      tellApart:
        "Gain or looseness: lower the gain of this axis by a quarter and hover again; if the note stays, look at the arm and the stack.",
    },
  ];
}

function swingOf(view: FlightView, axis: Axis, flights: readonly Stretch[]): Swing | null {
  const rate = view.gyro[axis];
  if (!rate) return null;
  const length = 2 ** Math.round(Math.log2(SEGMENT_S * view.rateHz));
  const starts = flights.flatMap(({ from, to }) => startsIn(from, to, length));
  const spectrum = welch(rate, view.rateHz, length, starts);
  if (!spectrum) return null;
  const highest = Math.min(HIGHEST_STRUCTURE_HZ, 0.45 * writtenHz(view, `gyro_${axis}`));
  const line = strongestLine(spectrum, LOWEST_HZ, highest);
  if (!line || line.prominence < PROMINENT) return null;
  const rms = bandRms(spectrum, line.hz * 0.85, line.hz * 1.15);
  const rest = bandRms(spectrum, 0.3, highest);
  if (rms < FELT_DEG_S || rms < 0.35 * rest || isAsked(view, axis, line.hz, rms, length, starts)) return null;
  // A swing stays; one jolt makes a line as well
  const each = starts.map((start) => {
    const part = welch(rate, view.rateHz, length, [start]);
    return part ? bandRms(part, line.hz * 0.85, line.hz * 1.15) : 0;
  });
  if (quantileOf(each, 0.4) < 0.45 * rms) return null;
  return { axis, line, rms, spectrum };
}

/** True when the pilot asks for the swing: the wanted angle, or the stick, moves at the same note. */
function isAsked(
  view: FlightView,
  axis: Axis,
  hz: number,
  rms: number,
  length: number,
  starts: readonly number[],
): boolean {
  const angle = view.channel(`${axis}_target`);
  const stick = view.channel(`stick_${axis}`);
  const asked = angle ?? stick;
  // No thumb is faster
  if (!asked || hz > 6) return false;
  const spectrum = welch(asked, view.rateHz, length, starts);
  if (!spectrum) return false;
  const swing = bandRms(spectrum, hz * 0.85, hz * 1.15);
  // A stick from -1 to 1 stands for some 45° or 200 deg/s
  return (angle ? swing * 2 * Math.PI * hz : swing * 45 * 2 * Math.PI * Math.min(hz, 1)) > 0.5 * rms;
}

/** True when the line is one or two times the turn of some rotor, or what the log's rate folds that to. */
function followsRotors(view: FlightView, { axis, line }: Swing, flights: readonly Stretch[]): boolean {
  if (view.rpm.length > 0) {
    const rate = writtenHz(view, `gyro_${axis}`);
    const images = line.hz > HIGHEST_LOOP_HZ ? [rate - line.hz, rate + line.hz, 2 * rate - line.hz] : [];
    const unfolded = [line.hz, ...images];
    const isInReach = view.rpm.some((rpm) => {
      const [low, high] = [0.05, 0.95].map(
        (share) => quantileOf(rpm.subarray(flights[0]!.from, flights.at(-1)!.to), share) / 60,
      );
      const isIn = (hz: number) => hz > 0.95 * low! && hz < 1.05 * high!;
      return unfolded.some((hz) => isIn(hz) || isIn(hz / 2));
    });
    return isInReach && !staysWhileRotorsChange(view, axis, line, flights);
  }
  if (!view.power || line.hz < HIGHEST_LOOP_HZ) return false;
  // Without speeds: does the note rise with the power?
  const points = notesOf(view, axis, line, flights);
  if (points.length < FEWEST_NOTES) return false;
  return spreadOf(points.map((point) => point.hz)) > 0.035 * line.hz;
}

/** A note is looked for in windows of so long, s. */
const NOTE_S = 0.5;
const FEWEST_NOTES = 6;

/** The line of each short window in which it stands out. */
function notesOf(view: FlightView, axis: Axis, line: Line, flights: readonly Stretch[]): { row: number; hz: number }[] {
  const rate = view.gyro[axis]!;
  const length = 2 ** Math.round(Math.log2(NOTE_S * view.rateHz));
  const top = Math.min(line.hz * 1.4, 0.47 * view.rateHz);
  return flights
    .flatMap(({ from, to }) => startsIn(from, to, length))
    .flatMap((row) => {
      const note = strongestLine(welch(rate, view.rateHz, length, [row])!, line.hz * 0.7, top);
      return note && note.prominence > 8 ? [{ row: row + (length >> 1), hz: note.hz }] : [];
    });
}

/** So near a note is to what was expected, Hz and as a share. */
const NOTE_SLACK_HZ = 2.5;
const NOTE_SLACK = 0.04;
/** The share of windows in which a structure's note is the same, and by how much fewer go with the rotor that they go with best. */
const STAYS = 0.8;
const STAYS_MORE = 0.25;

/** True when the line is the same in nearly all windows although the rotors' speeds, and what the log's rate folds them to, are not. */
function staysWhileRotorsChange(view: FlightView, axis: Axis, line: Line, flights: readonly Stretch[]): boolean {
  const notes = notesOf(view, axis, line, flights);
  if (notes.length < FEWEST_NOTES) return false;
  const rate = writtenHz(view, `gyro_${axis}`);
  const half = Math.round((NOTE_S * view.rateHz) / 2);
  const shareNear = (expected: (row: number) => number) =>
    notes.filter(({ row, hz }) => Math.abs(hz - expected(row)) < Math.max(NOTE_SLACK_HZ, NOTE_SLACK * hz)).length /
    notes.length;
  const folded = (hz: number) => Math.abs(hz - rate * Math.round(hz / rate));
  const withRotors = view.rpm.flatMap((rpm) =>
    [1, 2].map((times) => shareNear((row) => folded((times * meanOf(rpm, row - half, row + half)) / 60))),
  );
  const stays = shareNear(() => line.hz);
  return stays >= STAYS && Math.max(...withRotors) < stays - STAYS_MORE;
}

/**
 * How much more the craft turns at the line than the motors' drive explains: the turn for each unit of drive at the line, over the
 * same at the low frequencies of flying.
 */
function driveAt(view: FlightView, axis: Axis, hz: number, flights: readonly Stretch[]): { ratio: number } {
  const demand = demandOf(view, axis);
  const rate = view.gyro[axis];
  if (!demand || !rate) return { ratio: NaN };
  const length = 2 ** Math.round(Math.log2(SEGMENT_S * view.rateHz));
  const starts = flights.flatMap(({ from, to }) => startsIn(from, to, length));
  const [turn, drive] = [welch(rate, view.rateHz, length, starts), welch(demand, view.rateHz, length, starts)];
  if (!turn || !drive) return { ratio: NaN };
  const gainAt = (from: number, to: number) =>
    (((bandRms(turn, from, to) * (from + to)) / 2) * 2 * Math.PI) / (bandRms(drive, from, to) + 1e-9);
  const motorLag = 1 / Math.hypot(1, 2 * Math.PI * hz * 0.04);
  return { ratio: gainAt(hz * 0.9, hz * 1.1) / (gainAt(1, 4) * motorLag) };
}

/** What the controller asks of an axis: the surface, or the outputs in the pattern in which they answer its rate. */
function demandOf(view: FlightView, axis: Axis): Float64Array | null {
  if (view.craft === "fixed-wing") return view.channel(axis === "roll" ? "aileron" : "elevator");
  const rate = view.gyro[axis];
  if (!rate || view.motors.length < 3 || !view.power) return null;
  const slow = smoothed(rate, Math.max(1, Math.round(view.rateHz * 0.01)));
  const weights = view.motors.map((motor) => {
    let sum = 0;
    for (const { from, to } of view.flights)
      for (let row = from; row < to; row += 2) sum += (motor[row]! - view.power![row]!) * slow[row]!;
    return sum;
  });
  const size = Math.hypot(...weights) || 1;
  return rate.map((_, row) =>
    weights.reduce((sum, weight, at) => sum + (weight / size) * (view.motors[at]![row]! - view.power![row]!), 0),
  );
}

/** A craft has followed a step of the stick after this. */
const SETTLED_S = 1.2;
/** A turn asked for anew, deg/s; an output that has no more to give. */
const STEP_DEG_S = 100;
const TOP_OUTPUT = 0.97;
/** Angle by which a craft may be off what was asked, RMS, deg. */
const WANDER_DEG = 4;

/** The rows in which the stabiliser flies a fixed wing: what the stick alone does not explain. */
function helpedRows(view: FlightView, axis: "roll" | "pitch", flights: readonly Stretch[]): Stretch[] {
  const surface = view.channel(axis === "roll" ? "aileron" : "elevator");
  const stick = view.channel(`stick_${axis}`);
  if (!surface || !stick) return [];
  const rows = Math.round(1.5 * view.rateHz);
  return flights.flatMap(({ from, to }) =>
    Array.from({ length: Math.floor((to - from) / rows) }, (_, at) => ({
      from: from + at * rows,
      to: from + (at + 1) * rows,
    })).filter((window) => {
      const fit = regress(
        [stick],
        surface,
        Array.from({ length: rows }, (_, at) => window.from + at),
      );
      return fit !== null && fit.rSquared < 0.9;
    }),
  );
}

/** A gain too low: the craft wanders about what was asked, slowly, on one axis. */
export function gainTooLow(view: FlightView): Verdict[] {
  const flights = trimmed(view, view.flights, 1.2);
  if (secondsOf(view, flights) < 5) return [];
  const off = (["roll", "pitch"] as const).flatMap((axis) => {
    const wander = wanderOf(view, axis, view.craft === "fixed-wing" ? helpedRows(view, axis, flights) : flights);
    return wander ? [{ axis, ...wander }] : [];
  });
  const worst = off.sort((a, b) => b.errorDeg - a.errorDeg)[0];
  const other = off[1];
  if (!worst || worst.errorDeg < (view.craft === "fixed-wing" ? 2.5 : 1) * WANDER_DEG || worst.share < 0.7) return [];
  if (other && worst.errorDeg < 2 * other.errorDeg && worst.errorDeg < 2 * WANDER_DEG) return [];
  return [
    {
      code: "gain-too-low",
      severity: "fault",
      confidence: worst.errorDeg > 2 * WANDER_DEG ? 0.85 : 0.65,
      fromS: view.timeS[flights[0]!.from]!,
      toS: view.timeS[flights.at(-1)!.to - 1]!,
      axis: worst.axis,
      value: worst.errorDeg,
      unit: "deg",
      sentence: `The craft wanders in ${worst.axis}: off what was asked by ${worst.errorDeg.toFixed(1)}° RMS, slowly${other ? `, against ${other.errorDeg.toFixed(1)}° in ${other.axis}` : ""}. The gain of this axis is too low.`,
      statistics: { errorDeg: worst.errorDeg, otherDeg: other?.errorDeg ?? NaN, slowShare: worst.share },
      tellApart:
        "Gain or balance: raise the gain of this axis by a quarter and fly again; a pack off the middle shows in the trim instead.",
    },
  ];
}

function wanderOf(
  view: FlightView,
  axis: "roll" | "pitch",
  flights: readonly Stretch[],
): { errorDeg: number; share: number } | null {
  const angle = view.channel(axis);
  const target = view.channel(`${axis}_target`);
  const rate = view.gyro[axis];
  const rateTarget = view.channel(`rate_target_${axis}`);
  const error =
    angle && target
      ? angle.map((each, row) => each - target[row]!)
      : rate && rateTarget
        ? rate.map((each, row) => (each - rateTarget[row]!) / 6)
        : null;
  if (!error || flights.length === 0) return null;
  const slow = smoothed(error, Math.round(view.rateHz * 0.25));
  let [all, low, count, mean] = [0, 0, 0, 0];
  for (const { from, to } of flights) for (let row = from; row < to; row++) mean += error[row]!;
  const rows = flights.reduce((sum, { from, to }) => sum + to - from, 0);
  mean /= rows;
  for (const { from, to } of flights) {
    for (let row = from; row < to; row++) {
      // A step of the stick is no wandering, nor is what no motor has the strength for
      const before = Math.max(0, row - Math.round(view.rateHz * SETTLED_S));
      if (target && Math.abs(target[row]! - target[before]!) > 1) continue;
      if (!target && Math.abs(rateTarget![row]! - rateTarget![before]!) > STEP_DEG_S) continue;
      if (!target && view.motors.some((motor) => motor[row]! > TOP_OUTPUT)) continue;
      all += (error[row]! - mean) ** 2;
      low += (slow[row]! - mean) ** 2;
      count++;
    }
  }
  return count > 50 ? { errorDeg: Math.sqrt(all / count), share: low / all } : null;
}
