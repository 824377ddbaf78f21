import { type FlightView, rowsOf, trimmed, writtenHz } from "../FlightView";
import { type Stretch } from "../phases";
import { correlation, regress } from "../signal/regress";
import { meanOf, quantileOf, smoothed, spreadOf } from "../signal/rows";
import { hann, strongestLine, welch } from "../signal/spectrum";
import { Matrix, solve } from "ml-matrix";
import { type Verdict } from "./verdict.types";

/** Length of a stretch in which phases of the rotors are held against the vibration, s. */
const WINDOW_S = 1;
/** Rotors that turn nearly alike cannot be told apart in a short stretch: then they share the line. */
const RIDGE = 0.03;
/** A line at one motor's turn this many times its peers', and this strong, is an imbalance. */
const LEAD = 2.2;
const LEAST_G = 0.12;
/** A weaker line does when no peer shows any: then it is no common unrest. */
const CLEAR_LEAD = 8;
const CLEAR_SIZE = 0.6;
const LEAST_DEG_S = 4;

/** A prop or bell out of balance: a line at one times the turn of one motor, which goes with it. */
export function rotorImbalance(view: FlightView): Verdict[] {
  const flights = trimmed(view, view.flights, 0.7);
  if (view.craft === "fixed-wing" || flights.length === 0) return [];
  if (view.craft === "helicopter") return ofHead(view, flights);
  // A rotor whose speed is not in the log would be taken for one of its peers.
  const areAllTimed = view.rpm.length >= Math.max(3, view.motors.length);
  return areAllTimed ? bySpeed(view, flights) : byTrack(view, flights);
}

/** A main rotor shakes a little however well it is balanced; this many times the least that is felt is out of balance. */
const HEAD_TIMES = 2.5;

/** A head that turns less than this carries nothing, 1/min: what its sensor shows is noise. Common practice, no published source. */
const LEAST_HEAD_RPM = 300;

/** A helicopter's head, which has no peers: its line once a turn against what is usual. */
function ofHead(view: FlightView, flights: readonly Stretch[]): Verdict[] {
  const speed = view.channel("head_speed") ?? view.rpm[0];
  const rows = Math.round(WINDOW_S * view.rateHz);
  if (!speed || rows < 24 || !(quantileOf(speed, 0.5, flights[0]!.from, flights.at(-1)!.to) > LEAST_HEAD_RPM))
    return [];
  const phase = phaseOf(view.timeS, interpolated(view, speed));
  const shakes = shakenOf(view);
  const sizes = sizesOf(
    view,
    shakes.map(({ values }) => values),
    [phase],
    flights,
    rows,
  );
  const found = shakes
    .map((shaken, at) => ({ shaken, size: sizes[at]![0]! }))
    .sort((a, b) => b.size / b.shaken.least - a.size / a.shaken.least)[0];
  if (!found || !(found.size >= HEAD_TIMES * found.shaken.least)) return []; // of too short a stretch it is NaN
  const hz = meanOf(Array.from(rowsOf(flights, 20), (row) => speed[row]!)) / 60;
  return [
    {
      code: "rotor-imbalance",
      severity: "fault",
      confidence: 0.75,
      fromS: view.timeS[flights[0]!.from]!,
      toS: view.timeS[flights.at(-1)!.to - 1]!,
      value: hz,
      unit: "Hz",
      sentence: `The head is out of balance or out of track: a line of ${found.size.toFixed(2)} ${found.shaken.unit} once a turn (${hz.toFixed(0)} Hz) goes with its speed.`,
      statistics: { amplitude: found.size, hz },
      tellApart: "Balance or track: watch the tips of the blades from the side; then weigh blade against blade.",
    },
  ];
}

interface Shaken {
  name: string;
  values: Float64Array;
  least: number;
  unit: string;
}

function shakenOf(view: FlightView): Shaken[] {
  const of = (role: string, least: number, unit: string) => {
    const values = view.channel(role);
    return values ? [{ name: role, values, least, unit }] : [];
  };
  return [
    ...of("acc_x", LEAST_G, "g"),
    ...of("acc_y", LEAST_G, "g"),
    ...of("acc_z", LEAST_G, "g"),
    ...of("gyro_roll", LEAST_DEG_S, "deg/s"),
    ...of("gyro_pitch", LEAST_DEG_S, "deg/s"),
  ];
}

/** A turn that falls this close to a whole or a half of the log's rate shows as slow motion, or has no phase: its size says nothing. */
const FOLDS = [0.03, 0.475] as const;

/** A turn of more than one and a half times the log's rate was summed up over too few readings of its speed to have a phase. */
const MOST_FOLDS = 1;

/** True where a line of so many Hz can be measured at this rate, above half of it as well as below. */
function isMeasurable(hz: number, rateHz: number): boolean {
  const times = Math.round(hz / rateHz);
  const folded = Math.abs(hz / rateHz - times);
  return times <= MOST_FOLDS && (times === 0 || folded > FOLDS[0]) && folded < FOLDS[1];
}

/** Above half the log's rate a line lies upon whatever else is folded there: it has to be so many times as large. */
const FOLDED_TIMES = 1.6;

/** With the speeds: sines at each rotor's own phase, fitted together in short stretches. */
function bySpeed(view: FlightView, flights: readonly Stretch[]): Verdict[] {
  const phases = view.rpm.map((rpm) => phaseOf(view.timeS, interpolated(view, rpm)));
  const rows = Math.round(WINDOW_S * view.rateHz);
  if (rows < 24) return [];
  const shakes = shakenOf(view);
  if (shakes.length === 0) return [];
  const sizesBySignal = sizesOf(
    view,
    shakes.map(({ values }) => values),
    phases,
    flights,
    rows,
  );
  // One imbalance shakes with the square of the speed: a rotor that has to turn faster is no worse balanced for it.
  const speeds = view.rpm.map((rpm) => meanOf(Array.from(rowsOf(flights, 20), (row) => rpm[row]!)));
  const usual = quantileOf(speeds, 0.5);
  const foldedTimes = (role: string) => (usual / 60 > writtenHz(view, role) / 2 ? FOLDED_TIMES : 1);
  const found = shakes.map((shaken, at) => ({
    shaken,
    sizes: sizesBySignal[at]!.map((size, motor) => size / Math.max(0.25, speeds[motor]! / usual) ** 2),
  }));
  const clear = found
    .map(({ shaken, sizes }) => {
      const order = sizes.map((_, at) => at).sort((a, b) => sizes[b]! - sizes[a]!);
      const peers = quantileOf(
        order.slice(1).map((at) => sizes[at]!),
        0.5,
      );
      return {
        shaken,
        sizes,
        motor: order[0]!,
        lead: sizes[order[0]!]! / Math.max(peers, 1e-9),
        next: sizes[order[1]!]!,
      };
    })
    .filter(({ shaken, sizes, motor, lead }) => {
      const least = foldedTimes(shaken.name) * shaken.least;
      return (sizes[motor]! > least && lead > LEAD) || (sizes[motor]! > CLEAR_SIZE * least && lead > CLEAR_LEAD);
    })
    .sort((a, b) => b.sizes[b.motor]! / b.shaken.least - a.sizes[a.motor]! / a.shaken.least);
  const best = clear[0];
  if (!best || clear.some(({ motor, lead }) => motor !== best.motor && lead > best.lead)) return [];
  const hz = speeds[best.motor]! / 60;
  if (!isMeasurable(hz, writtenHz(view, best.shaken.name))) return [];
  const size = best.sizes[best.motor]!;
  return [
    {
      code: "rotor-imbalance",
      severity: "fault",
      confidence: best.lead > 3 ? 0.95 : 0.8,
      fromS: view.timeS[flights[0]!.from]!,
      toS: view.timeS[flights.at(-1)!.to - 1]!,
      motor: best.motor + 1,
      value: hz,
      unit: "Hz",
      sentence: `Rotor ${best.motor + 1} is out of balance: a line of ${size.toFixed(2)} ${best.shaken.unit} once a turn (about ${hz.toFixed(0)} Hz) goes with its speed, ${best.lead.toFixed(1)} times that of its peers.`,
      statistics: { amplitude: size, lead: best.lead, hz },
      tellApart:
        "Prop or bell: turn the prop on its hub by a half turn, then fly without changing anything else; then another prop.",
    },
  ];
}

/** Slow columns in between, so that the phase of a rotor goes on smoothly. */
function interpolated(view: FlightView, rpm: Float64Array): Float64Array {
  return smoothed(rpm, Math.max(3, Math.round(view.rateHz * 0.02)));
}

function phaseOf(timeS: Float64Array, rpm: Float64Array): Float64Array {
  const phase = new Float64Array(rpm.length);
  for (let row = 1; row < rpm.length; row++) {
    const seconds = timeS[row]! - timeS[row - 1]!;
    phase[row] = phase[row - 1]! + ((((rpm[row]! + rpm[row - 1]!) / 2) * 2 * Math.PI) / 60) * Math.min(seconds, 1);
  }
  return phase;
}

/** Stretches that are fitted, spread over the flight: more of them say no more. */
const MOST_WINDOWS = 40;

/** A craft that is thrown about turns in all frequencies, and shows lines at any turn of a rotor, deg/s. */
const THROWN_DEG_S = 60;

function isThrownAbout({ gyro, rateHz }: FlightView, from: number, to: number): boolean {
  return (["roll", "pitch"] as const).some((axis) => {
    const rate = gyro[axis];
    return rate !== null && spreadOf(smoothed(rate.subarray(from, to), Math.round(rateHz * 0.05))) > THROWN_DEG_S;
  });
}

/**
 * Middle amplitude at each rotor's turn, over stretches of the flight: sine and cosine of each rotor's phase by least squares
 * together, a constant and a slope beside them.
 *
 * @returns For each signal the amplitude of each rotor.
 */
function sizesOf(
  view: FlightView,
  signals: readonly Float64Array[],
  phases: readonly Float64Array[],
  flights: readonly Stretch[],
  rows: number,
): number[][] {
  if (signals.length === 0) return [];
  const terms = 2 * phases.length + 2;
  const all = flights.flatMap(({ from, to }) =>
    Array.from({ length: Math.floor((to - from) / rows) }, (_, at) => from + at * rows),
  );
  const calm = all.filter((start) => !isThrownAbout(view, start, start + rows));
  const starts = calm.filter((_, at) => at % Math.ceil(calm.length / MOST_WINDOWS) === 0);
  const sizes: number[][][] = signals.map(() => phases.map(() => []));
  const line = new Float64Array(terms);
  for (const start of starts) {
    const normal = new Float64Array(terms * terms);
    const right = signals.map(() => new Float64Array(terms));
    for (let row = start; row < start + rows; row++) {
      phases.forEach((phase, at) => {
        line[2 * at] = Math.cos(phase[row]!);
        line[2 * at + 1] = Math.sin(phase[row]!);
      });
      line[terms - 2] = 1;
      line[terms - 1] = (row - start) / rows - 0.5;
      for (let i = 0; i < terms; i++) for (let j = i; j < terms; j++) normal[i * terms + j]! += line[i]! * line[j]!;
      signals.forEach((values, signal) => {
        const value = values[row]!;
        for (let i = 0; i < terms; i++) right[signal]![i]! += line[i]! * value;
      });
    }
    const at = (i: number, j: number) =>
      normal[Math.min(i, j) * terms + Math.max(i, j)]! + (i === j ? RIDGE * rows : 0);
    const matrix = new Matrix(
      Array.from({ length: terms }, (_, i) => Array.from({ length: terms }, (__, j) => at(i, j))),
    );
    const solved = solve(matrix, new Matrix(right.map((each) => [...each])).transpose());
    signals.forEach((_, signal) =>
      phases.forEach((__, rotor) =>
        sizes[signal]![rotor]!.push(Math.hypot(solved.get(2 * rotor, signal), solved.get(2 * rotor + 1, signal))),
      ),
    );
  }
  return sizes.map((rotors) => rotors.map((each) => quantileOf(each, 0.5)));
}

const TRACK_LENGTH_S = 0.5;
/** A track that goes with one output this closely is its rotor's. */
const FOLLOWS = 0.75;
/** By so much, as a share, it has to go up and down with it. */
const LEAST_SPREAD = 1.015;
/** A weaker line is a rotor out of balance only where it surely goes with one output. */
const STRONG = 2.5;
/** Twice the logarithm of how much likelier one output explains the track than another: beyond the first it is told, beyond the other it is sure. */
const TELLS = 4;
const SURELY = 12;
/** As many motors are worth naming where it cannot be told which. */
const FEW = 3;

/** Without the speeds: the strongest line is followed through the flight, and held against each motor's output. */
function byTrack(view: FlightView, flights: readonly Stretch[]): Verdict[] {
  const length = 2 ** Math.round(Math.log2(TRACK_LENGTH_S * view.rateHz));
  if (view.motors.length < 3 || view.rateHz < 150 || length < 32) return [];
  const window = hann(length);
  const tracks = shakenOf(view).map((shaken) => trackOf(view, shaken, flights, length));
  const best = tracks
    .filter((track) => track.points.length >= 8 && track.amplitude > 0.7 * track.shaken.least)
    .sort((a, b) => b.amplitude / b.shaken.least - a.amplitude / a.shaken.least)[0];
  if (!best || window.length === 0) return [];
  const notes = best.points.map((point) => point.hz);
  const links = linksOf(view, best.points, length);
  const order = links.map((_, at) => at).sort((a, b) => links[a]!.unlike - links[b]!.unlike);
  const [top, next] = order as [number, number];
  const lead = links[next]!.unlike - links[top]!.unlike;
  const isTold = lead > TELLS;
  const isStrong = best.amplitude > STRONG * best.shaken.least;
  const spread = quantileOf(notes, 0.9) / quantileOf(notes, 0.1);
  if (!(links[top]!.follows > FOLLOWS) || spread < LEAST_SPREAD || !(lead > SURELY || isStrong)) return [];
  const hz = quantileOf(notes, 0.5);
  const alike = order.filter((at) => links[at]!.unlike - links[top]!.unlike <= TELLS).map((at) => at + 1);
  const whose = isTold
    ? `the output of motor ${top + 1}`
    : alike.length > FEW
      ? "the outputs of several motors alike: whose it is cannot be told"
      : `the outputs of motors ${alike.sort((a, b) => a - b).join(", ")} alike: whose it is cannot be told`;
  return [
    {
      code: "rotor-imbalance",
      severity: "fault",
      confidence: lead > SURELY ? 0.8 : 0.6,
      fromS: view.timeS[flights[0]!.from]!,
      toS: view.timeS[flights.at(-1)!.to - 1]!,
      ...(isTold && { motor: top + 1 }),
      value: hz,
      unit: "Hz",
      sentence: `A rotor is out of balance: a line of ${best.amplitude.toFixed(2)} ${best.shaken.unit} about ${hz.toFixed(0)} Hz goes with ${whose}.`,
      statistics: { amplitude: best.amplitude, follows: links[top]!.follows, lead, hz },
      tellApart:
        "Which rotor: take the props off and spin up one motor after the other to the same output, a phone or the board as the sensor.",
    },
  ];
}

/** How closely a track goes with an output. */
interface Link {
  /** Correlation of the note with the output. */
  follows: number;
  /** Minus twice the logarithm of the likelihood, but for what is the same of all outputs. */
  unlike: number;
}

/**
 * The note of a rotor is a power of its output, and sinks with the pack: the logarithm of the note is regressed on that of each output and on time, and what each
 * leaves over says how likely it is the one. Sound rotors go up and down together, so that the correlations are all high.
 */
function linksOf(view: FlightView, points: readonly { row: number; hz: number }[], length: number): Link[] {
  const notes = points.map(({ hz }) => Math.log(hz));
  const timeS = points.map(({ row }) => view.timeS[row]!);
  const independent = points.length / 2; // windows overlap by half
  return view.motors.map((motor) => {
    const outputs = points.map(({ row }) => Math.log(Math.max(0.01, meanOf(motor, row, row + length))));
    const fit = regress([outputs, timeS], notes);
    return {
      follows: correlation(outputs, notes),
      unlike: fit ? independent * Math.log(Math.max(1e-6, 1 - fit.rSquared)) : 0,
    };
  });
}

function trackOf(view: FlightView, shaken: Shaken, flights: readonly Stretch[], length: number) {
  const points: { row: number; hz: number }[] = [];
  const sizes: number[] = [];
  for (const { from, to } of flights) {
    for (let row = from; row + length <= to; row += length / 2) {
      const spectrum = welch(shaken.values, view.rateHz, length, [row]);
      const line = spectrum && strongestLine(spectrum, 25, 0.47 * view.rateHz);
      if (!line || line.prominence < 12) continue;
      points.push({ row, hz: line.hz });
      sizes.push(line.amplitude);
    }
  }
  return { shaken, points, amplitude: sizes.length > 0 ? quantileOf(sizes, 0.5) : 0 };
}
