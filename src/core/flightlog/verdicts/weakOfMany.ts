import { EigenvalueDecomposition, Matrix } from "ml-matrix";
import { type FlightView } from "../FlightView";
import { meanOf, smoothed } from "../signal/rows";

/** One of many motors that pushes too little. */
export interface WeakOfMany {
  motor: number;
  /** By how much its output is above the mean of all, as a share. */
  excess: number;
  /** How nearly the outputs' trim points at it: 1 is wholly. And at the next. */
  like: number;
  likeNext: number;
}

/** Fewer than these are not held against each other so: with four each trim points at two. */
const FEWEST_MOTORS = 6;
/**
 * The trim has to point at one motor so nearly, and at no other within this: a balance point off the middle points to where no motor is, for it asks nothing of yaw.
 * Of sound craft drawn at random, balance point up to 3 % of the arm off and yaw trim up to 5 %, one or two in a thousand are named; with 6 and 8 % seven in a
 * hundred of six rotors and ten of eight (measured once, outside the tests).
 */
const LIKE = 0.95;
const LIKE_LEAD = 0.08;
const LEAST_EXCESS = 0.06;
/** What changes in less than this is the controller at work, s. */
const TRIM_S = 1.5;
/** Its work has to show in so many directions: roll, pitch and yaw. */
const AXES = 3;
const LEAST_SHARE = 0.01;

/**
 * Six rotors and more share out what one of them lacks, so that none stands alone. But a controller has three ways only to trim, roll, pitch and yaw, and what it
 * does about motor k is the part of "more of k" that lies in these three: the k-th row of their basis. The basis is read off the log itself, as the three
 * directions in which the outputs move while it flies; the steady trim in it points at the weak motor.
 *
 * @param outputs - Middle output of each motor in steady flight.
 * @returns null where no motor is pointed at, or the log shows fewer than three directions.
 */
export function weakOfMany(view: FlightView, outputs: readonly number[]): WeakOfMany | null {
  const count = outputs.length;
  if (count < FEWEST_MOTORS) return null;
  const basis = controlBasis(view);
  if (!basis) return null;
  const mean = meanOf(outputs);
  const trim = Array.from({ length: AXES }, (_, axis) =>
    outputs.reduce((sum, output, at) => sum + basis[at]![axis]! * (output - mean), 0),
  );
  const size = Math.hypot(...trim);
  const likes = basis.map(
    (row) => row.reduce((sum, each, axis) => sum + each * trim[axis]!, 0) / (size * Math.hypot(...row) || 1),
  );
  const [first, next] = likes.map((_, at) => at).sort((a, b) => likes[b]! - likes[a]!) as [number, number];
  const excess = outputs[first]! / mean - 1;
  if (likes[first]! < LIKE || likes[first]! - likes[next]! < LIKE_LEAD || excess < LEAST_EXCESS) return null;
  return { motor: first, excess, like: likes[first]!, likeNext: likes[next]! };
}

/** By motor, its share in each of the three directions in which the outputs move against each other; null where there are not three. */
function controlBasis(view: FlightView): number[][] | null {
  const window = Math.max(3, Math.round(TRIM_S * view.rateHz));
  const quick = view.motors.map((motor) => {
    const slow = smoothed(motor, window);
    return motor.map((value, row) => value - slow[row]!);
  });
  const count = quick.length;
  const sums = Matrix.zeros(count, count);
  const line = new Float64Array(count);
  const step = Math.max(1, Math.floor(view.rateHz / 50));
  for (const { from, to } of view.flights) {
    for (let row = from; row < to; row += step) {
      const common = meanOf(quick.map((each) => each[row]!));
      quick.forEach((each, at) => (line[at] = each[row]! - common));
      for (let i = 0; i < count; i++)
        for (let j = 0; j < count; j++) sums.set(i, j, sums.get(i, j) + line[i]! * line[j]!);
    }
  }
  const { realEigenvalues, eigenvectorMatrix } = new EigenvalueDecomposition(sums, { assumeSymmetric: true });
  const order = realEigenvalues.map((_, at) => at).sort((a, b) => realEigenvalues[b]! - realEigenvalues[a]!);
  const [strongest, weakest] = [realEigenvalues[order[0]!]!, realEigenvalues[order[AXES - 1]!]!];
  if (!(weakest > LEAST_SHARE * strongest)) return null;
  return view.motors.map((_, at) => order.slice(0, AXES).map((each) => eigenvectorMatrix.get(at, each)));
}
