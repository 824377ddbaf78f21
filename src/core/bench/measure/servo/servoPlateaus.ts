import { median, medianLine } from "../../../fit/robust";
import { mean } from "../../run/settledSteps";

/** Where a servo should stand in the middle, and from where on a pulse asks for the end of the travel, µs. */
export interface PulseRange {
  centre: number;
  low: number;
  high: number;
}

/** One reading of a servo, in the order they were taken. */
export interface ServoSample {
  pulseUs: number;
  angleDeg: number;
  /** Null when it was not measured. */
  currentA: number | null;
  /** Seconds; absent for readings typed one by one. */
  timeS?: number | null;
  /** Of the craft's motors, 0..1; absent for none. */
  throttle?: number | null;
  /** The horn was held by hand. */
  isHeld?: boolean;
}

/** Readings taken one after the other at one pulse and one throttle. */
export interface Plateau {
  pulseUs: number;
  throttle: number;
  isHeld: boolean;
  /** All readings. */
  samples: readonly ServoSample[];
  /** Those after the servo had come to rest. */
  settled: readonly ServoSample[];
  angleDeg: number;
  /** Which way the pulse came: 1 up, -1 down, 0 for the first. */
  came: -1 | 0 | 1;
}

/** Readings within this of one another are taken at one pulse. */
export const SAME_US = 1.2;
/** A servo needs this long to come to rest. */
const SETTLES_S = 0.45;
const MANY = 10;

/**
 * Groups readings into plateaus: runs of readings at one pulse and throttle, the horn held or free.
 *
 * @param samples - oldest first, time in seconds, pulse in µs, angle in degrees.
 * @returns in the order of time; readings before the servo had come to rest are in `samples` but not in `settled`.
 */
export function servoPlateaus(samples: readonly ServoSample[]): Plateau[] {
  const groups: ServoSample[][] = [];
  samples.forEach((sample, at) => {
    const before = samples[at - 1];
    const isSame =
      before &&
      Math.abs(sample.pulseUs - before.pulseUs) <= SAME_US &&
      Math.abs((sample.throttle ?? 0) - (before.throttle ?? 0)) < 1e-6 &&
      (sample.isHeld ?? false) === (before.isHeld ?? false);
    if (isSame) groups.at(-1)!.push(sample);
    else groups.push([sample]);
  });
  return groups.map((group, at): Plateau => {
    const { pulseUs, throttle } = group[0]!;
    const startS = group[0]!.timeS ?? null;
    const late = startS === null ? group : group.filter(({ timeS }) => timeS! >= startS + SETTLES_S);
    const settled = late.length > 0 ? late : group.slice(-1);
    const way = at === 0 ? 0 : pulseUs - groups[at - 1]![0]!.pulseUs;
    return {
      pulseUs,
      throttle: throttle ?? 0,
      isHeld: group[0]!.isHeld ?? false,
      samples: group,
      settled,
      angleDeg: mean(settled.map(({ angleDeg }) => angleDeg)),
      came: Math.abs(way) <= SAME_US ? 0 : way > 0 ? 1 : -1,
    };
  });
}

/** Short of its place by this much a horn is stopped by something, not by dead band or play. */
export const STOPPED_DEG = 5;
/** A servo that pushes against a stop draws many times what it draws at rest. */
const PUSHES = 4;
/** A line through fewer places says nothing of where the others belong. */
const FEWEST_PLACES = 3;

/**
 * Plateaus at which the horn stands short of where the pulse should bring it while the servo goes on pushing: a linkage that
 * binds, an end point beyond what it may travel.
 *
 * @returns Each with the degrees it is short; none without amps, which alone tell pushing from an uneven travel.
 */
export function stoppedPlateaus(plateaus: readonly Plateau[]): { plateau: Plateau; shortDeg: number }[] {
  const free = plateaus.filter(({ isHeld, throttle }) => !isHeld && throttle === 0);
  const restA = median(free.flatMap((plateau) => settledA(plateau) ?? []));
  const pushing = free.filter((plateau) => (settledA(plateau) ?? 0) > PUSHES * restA);
  // Where it should stand is told by the places at which it rests; those it pushes at would bend the line.
  const resting = free.filter((plateau) => !pushing.includes(plateau));
  if (new Set(resting.map(({ pulseUs }) => Math.round(pulseUs))).size < FEWEST_PLACES) return [];
  const { slope, intercept } = medianLine(resting.map(({ pulseUs, angleDeg }) => ({ x: pulseUs, y: angleDeg })));
  const middleUs = median(free.map(({ pulseUs }) => pulseUs));
  return pushing.flatMap((plateau) => {
    const outward = Math.sign(slope * (plateau.pulseUs - middleUs));
    const shortDeg = outward * (intercept + slope * plateau.pulseUs - plateau.angleDeg);
    return shortDeg > STOPPED_DEG ? [{ plateau, shortDeg }] : [];
  });
}

/** Amps after the servo had come to rest, the middle value; null when they were not measured. */
export function settledA({ settled }: Plateau): number | null {
  const amps = settled.flatMap(({ currentA }) => (currentA === null ? [] : [currentA]));
  return amps.length === 0 ? null : median(amps);
}

/** A move shorter than this is over before its amps are read. */
const LONG_MOVE_DEG = 10;

/** Amps while the horn is on its way, the middle value of all longer moves; null when they were not recorded closely enough. */
export function movingA(plateaus: readonly Plateau[]): number | null {
  const amps = plateaus.slice(1).flatMap((to, at) => {
    const from = plateaus[at]!;
    const way = to.angleDeg - from.angleDeg;
    if (to.isHeld || Math.abs(way) < LONG_MOVE_DEG || to.samples[0]!.timeS == null) return [];
    const share = ({ angleDeg }: ServoSample) => (angleDeg - from.angleDeg) / way;
    return to.samples.flatMap((sample) =>
      sample.currentA !== null && share(sample) > 0.1 && share(sample) < 0.9 ? [sample.currentA] : [],
    );
  });
  return amps.length < 3 ? null : median(amps);
}

/** How far a servo swings at rest: all of it for a few readings, four standard deviations for many. */
export function swingOf({ settled }: Plateau): number {
  const angles = settled.map(({ angleDeg }) => angleDeg);
  if (angles.length < MANY) return Math.max(...angles) - Math.min(...angles);
  const middle = mean(angles);
  return 4 * Math.sqrt(angles.reduce((sum, angle) => sum + (angle - middle) ** 2, 0) / (angles.length - 1));
}

/** Middle distance between the angle on the way up and on the way down at the same pulse; null without such pairs. */
export function hysteresisOf(plateaus: readonly Plateau[]): number[] {
  const atRest = plateaus.filter(({ throttle, isHeld }) => throttle === 0 && !isHeld);
  return atRest
    .filter(({ came }) => came > 0)
    .flatMap((rising) =>
      atRest
        .filter((falling) => falling.came < 0 && Math.abs(falling.pulseUs - rising.pulseUs) <= 3)
        .map((falling) => Math.abs(falling.angleDeg - rising.angleDeg)),
    );
}

/**
 * The servo's speed over its largest jump, between a tenth and nine tenths of the way.
 *
 * @returns Seconds for 60°; null when no jump was recorded closely enough.
 */
export function secondsPer60(plateaus: readonly Plateau[]): number | null {
  const jumps = plateaus.flatMap((to, at) => (at > 0 ? [{ from: plateaus[at - 1]!, to }] : []));
  const largest = jumps.reduce<(typeof jumps)[number] | null>(
    (best, jump) =>
      best === null || Math.abs(jump.to.angleDeg - jump.from.angleDeg) > Math.abs(best.to.angleDeg - best.from.angleDeg)
        ? jump
        : best,
    null,
  );
  if (!largest) return null;
  const way = largest.to.angleDeg - largest.from.angleDeg;
  const startS = largest.to.samples[0]!.timeS;
  if (Math.abs(way) < 20 || startS == null) return null;
  const share = ({ angleDeg }: ServoSample) => (angleDeg - largest.from.angleDeg) / way;
  const moving = largest.to.samples.filter((sample) => share(sample) > 0.05 && share(sample) < 0.95);
  if (moving.length < 3) return null;
  const [first, last] = [moving[0]!, moving.at(-1)!];
  const turnedDeg = Math.abs(last.angleDeg - first.angleDeg);
  return turnedDeg > 0 ? ((last.timeS! - first.timeS!) / turnedDeg) * 60 : null;
}

/**
 * The smallest change of the pulse that moved the horn, play included.
 *
 * @param perUs - Degrees for each µs.
 * @returns µs; null when no small steps were run.
 */
export function deadBandOf(plateaus: readonly Plateau[], perUs: number): number | null {
  const first = plateaus.findIndex(
    ({ pulseUs, throttle }, at) =>
      throttle === 0 &&
      at > 0 &&
      pulseUs - plateaus[at - 1]!.pulseUs > SAME_US &&
      pulseUs - plateaus[at - 1]!.pulseUs < 8,
  );
  if (first < 1) return null;
  const rest = plateaus[first - 1]!;
  for (let at = first; at < plateaus.length; at++) {
    const step = plateaus[at]!;
    const byUs = step.pulseUs - rest.pulseUs;
    if (byUs <= 0 || byUs > 60) break;
    // Half a microsecond's worth of angle is more than the mean of many readings scatters.
    if (Math.abs(step.angleDeg - rest.angleDeg) > Math.max(0.5 * Math.abs(perUs), 0.06)) return byUs;
  }
  return null;
}
