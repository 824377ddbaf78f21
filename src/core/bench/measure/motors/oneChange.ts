import { max, mean, median as middle, sampleVariance } from "simple-statistics";
import { inverse, Matrix } from "ml-matrix";
import { linearFit } from "../../../fit/linearFit";
import { repeatsOf } from "../../../fit/residualParts";
import { resolutionOf, roundingError } from "../../../fit/resolution";
import { type StandSample, turnsProp } from "./motorFacts";

/*
 * Which single change of a motor, its prop or its ESC explains best how it differs from its sisters.
 *
 * Resistance, speed constant and no-load current are fitted to one sweep each by itself with errors that go together: a bearing that drags
 * comes out as magnets that are weak as well. Here nothing is fitted freely. What all motors share is the model; how this one differs from
 * its sisters at each throttle is held against what each change would make of it, with what parts of one make differ by taken into
 * account as chance.
 */

/** A motor in the first-order model with its prop and its ESC; speeds in rpm. */
export interface DriveModel {
  /** rpm/V. */
  kv: number;
  ohm: number;
  /** I = noLoadA + eddy·rpm + load·rpm². */
  noLoadA: number;
  eddy: number;
  load: number;
  /** Throttle at which the ESC begins beyond the others, and the share that it does not give at full. */
  low: number;
  high: number;
}

export const CHANGES = ["drag", "winding", "shorted", "magnets", "prop", "low end", "high end"] as const;
export type Change = (typeof CHANGES)[number];

/** How well a change explains a motor. */
export interface Explained {
  change: Change;
  /** By how much it is off, with its standard error: a share of what the others have; of the throttle for its low end. */
  size: number;
  error: number;
  /** Twice the gain in log likelihood over chance alone, less what its freedom is worth. */
  gain: number;
}

/** What can be told of one motor beside its sisters. */
export interface Beside {
  /** The best first. */
  explained: readonly Explained[];
  /** What the best still gains when any one of the sisters is left out; absent where that was not asked. */
  weakest?: number;
  /** How far it lies from them in all, squared and by what chance makes of it. */
  apart: number;
  /** What the best leaves, squared and by its own errors, for each figure that was free: 1 where the model holds. */
  misfit: number;
  /**
   * How large a change is, to first order about a size, with its standard error; zero for what is as the others. If it is the only one, or
   * beside another one that is taken out, as far as the two can be told apart.
   */
  estimate: (change: Change, about: number, without?: Explained) => { size: number; error: number };
}

/** What each change makes of the model. Weaker magnets give more speed for a volt and less torque for an ampere. */
const MADE: Readonly<Record<Change, (model: DriveModel, size: number, more: number) => DriveModel>> = {
  drag: (model, size) => ({ ...model, noLoadA: model.noLoadA * (1 + size) }),
  winding: (model, size) => ({ ...model, ohm: model.ohm * (1 + size) }),
  shorted: (model, size, more) => ({ ...model, ohm: model.ohm * (1 + size), eddy: model.eddy + more }),
  magnets: (model, size) => ({
    ...model,
    kv: model.kv * (1 + size),
    noLoadA: model.noLoadA * (1 + size),
    load: model.load * (1 + size),
  }),
  prop: (model, size) => ({ ...model, load: model.load * (1 + size) }),
  "low end": (model, size) => ({ ...model, low: model.low + size }),
  "high end": (model, size) => ({ ...model, high: model.high + size }),
};

/** Sizes that are tried: both ways where both are faults. */
const grid = (from: number, to: number, count: number) =>
  Array.from({ length: count }, (_, at) => from * (to / from) ** (at / (count - 1)));
const both = (sizes: readonly number[], least: number) => [
  ...sizes,
  ...sizes.map((size) => -size).filter((size) => size > least),
];
const SIZES: Readonly<Record<Change, readonly number[]>> = {
  drag: grid(0.05, 8, 40),
  winding: both(grid(0.03, 8, 40), -0.9),
  shorted: grid(0.05, 0.7, 12).map((size) => -size),
  magnets: grid(0.006, 0.4, 40),
  prop: both(grid(0.01, 0.8, 36), -0.8),
  "low end": both(grid(0.005, 0.2, 36), -0.12),
  "high end": both(grid(0.008, 0.3, 36), -0.15),
};
/** To see which way a change goes on. */
const STEP = 1.05;
/** Tried around the best of them. */
const FINER = [0.9, 0.93, 0.96, 0.98, 1.02, 1.04, 1.07, 1.1];
/** Eddy currents of shorted turns, as shares of the no-load current at top speed. */
const EDDIES = [0.3, 0.6, 1.2, 2.4, 4.8];

/** What sound parts of one make differ by, as standard deviations. Trade judgement, no published source. */
const PARTS: readonly { change: Change; sd: number }[] = [
  { change: "drag", sd: 0.07 },
  { change: "winding", sd: 0.03 },
  { change: "magnets", sd: 0.007 },
  { change: "prop", sd: 0.015 },
  { change: "low end", sd: 0.0015 },
  { change: "high end", sd: 0.003 },
];
/** Twice the log likelihood that one free figure gains by chance, and two. @see G. Schwarz, Annals of Statistics 6, 1978, for the order of it. */
const FREEDOM = { one: 4, two: 9 } as const;
/** What the model and the readings miss at each throttle beside their scatter, in logarithms of speed and amps. */
const MISSED = { speed: 0.0008, amps: 0.003 } as const;
/** A median of n readings scatters by this much more than their mean, as a variance. */
const MEDIAN_VARIANCE = Math.PI / 2;
const FEWEST_THROTTLES = 5;
/** Slower than this share of its top speed a motor is near to standing, and what a change makes of it there is beyond all bounds. */
const SLOWEST = 0.06;

/**
 * Looks at one motor beside its sisters.
 *
 * @param own - Its readings, with the throttle counted from where all begin, and without the standby amps.
 * @param others - The same of at least two others over the same throttles.
 * @returns null where there is too little to hold against each other.
 * @see M. Drela, "First-Order DC Electric Motor Model", MIT Aero & Astro 2007, for the model.
 * @see Y. Pawitan, In All Likelihood, Oxford 2001, chapter 3, for the profile likelihood. From memory.
 */
export function besideSisters(own: readonly StandSample[], others: readonly (readonly StandSample[])[]): Beside | null {
  if (others.length < 2) return null;
  // One bad motor among the others may spoil what they share: then what one of them has does as well, for all is held against it alike.
  const model = [others.flat(), ...others].map(sharedModel).find((found) => found !== null);
  if (!model) return null;
  const levels = levelsOf(model, own, others);
  if (levels.length < FEWEST_THROTTLES) return null;
  const apart = levels.flatMap(({ speed, amps }) => [speed.apart, amps.apart]);
  const usual = levels.map(({ throttle, volts }) => settled(model, throttle, volts));
  const effect = (changed: DriveModel) =>
    levels.flatMap(({ throttle, volts }, at) => {
      const now = settled(changed, throttle, volts);
      return [Math.log(now.rpm / usual[at]!.rpm), Math.log(now.amps / usual[at]!.amps)];
    });
  const certainty = inverse(chance(levels, others.length, (change, size) => effect(MADE[change](model, size, 0))));
  const rows = certainty.to2DArray();
  // xᵀ·C⁻¹·y in plain loops: it is asked for some thousand times.
  const product = (x: readonly number[], y: readonly number[]) => {
    let sum = 0;
    for (let i = 0; i < x.length; i++) {
      const row = rows[i]!;
      let inner = 0;
      for (let j = 0; j < y.length; j++) inner += row[j]! * y[j]!;
      sum += x[i]! * inner;
    }
    return sum;
  };
  const square = (vector: readonly number[]) => product(vector, vector);
  const none = square(apart);
  const gainOf = (changed: DriveModel) => {
    const made = effect(changed);
    return made.every(Number.isFinite) ? none - square(apart.map((each, at) => each - made[at]!)) : -Infinity;
  };
  const estimate = (change: Change, about: number, without?: Explained) => {
    const made = effect(MADE[change](model, about, 0));
    if (!without) {
      const known = square(made);
      return { size: (about * product(made, apart)) / known, error: Math.abs(about) / Math.sqrt(known) };
    }
    // Two unknowns: this one, and how much more or less there is of the other.
    const taken = effect(MADE[without.change](model, without.size, 0));
    const more = effect(MADE[without.change](model, STEP * without.size, 0)).map((each, at) => each - taken[at]!);
    const left = apart.map((each, at) => each - taken[at]!);
    const [aa, ab, bb] = [square(made), product(made, more), square(more)];
    const [ay, by] = [product(made, left), product(more, left)];
    const known = aa - ab ** 2 / bb;
    return { size: (about * (ay - (ab / bb) * by)) / known, error: Math.abs(about) / Math.sqrt(known) };
  };
  const top = max(usual.map(({ rpm }) => rpm));
  const best = (change: Change): Explained => {
    const eddies = change === "shorted" ? EDDIES.map((share) => (share * model.noLoadA) / top) : [0];
    const tried = (sizes: readonly number[]) =>
      sizes
        .flatMap((size) => eddies.map((more) => ({ size, gain: gainOf(MADE[change](model, size, more)) })))
        .reduce((a, b) => (b.gain > a.gain ? b : a));
    const coarse = tried(SIZES[change]);
    const found = tried([...FINER.map((share) => share * coarse.size), coarse.size]);
    return {
      change,
      size: found.size,
      error: estimate(change, found.size).error,
      gain: found.gain - (change === "shorted" ? FREEDOM.two : FREEDOM.one),
    };
  };
  const free = apart.length - 1;
  const hasProp = turnsProp(model.noLoadA + model.load * top ** 2, model.noLoadA);
  const explained = CHANGES.filter((change) => hasProp || change !== "prop")
    .map(best)
    .sort((a, b) => b.gain - a.gain);
  return { explained, apart: none, misfit: (none - explained[0]!.gain - FREEDOM.one) / free, estimate };
}

/** Speed and pack amps at a throttle and a voltage, once they have settled. */
export function settled({ kv, ohm, noLoadA, eddy, load, low, high }: DriveModel, throttle: number, volts: number) {
  const duty = Math.min(1, Math.max(0, (throttle - low) / (1 - low)) * (1 - high));
  // load·R·n² + (1/Kv + eddy·R)·n + noLoad·R − d·V = 0, solved in the form that holds for no load as well
  const [square, line, rest] = [load * ohm, 1 / kv + eddy * ohm, noLoadA * ohm - duty * volts];
  const rpm = (-2 * rest) / (line + Math.sqrt(Math.max(0, line ** 2 - 4 * square * rest)));
  return { rpm, amps: duty * (noLoadA + eddy * rpm + load * rpm ** 2) };
}

/** One model for all, by the same two lines as a motor's own; null where they give none. */
function sharedModel(samples: readonly StandSample[]): DriveModel | null {
  const running = samples.filter(({ throttle, rpm }) => throttle > 0.05 && rpm > 0);
  if (running.length < 2 * FEWEST_THROTTLES) return null;
  const most = max(running.map(({ currentA }) => currentA));
  try {
    const [inverseKv, ohm] = linearFit(
      running.map(({ rpm, currentA, throttle }) => [rpm, currentA / throttle]),
      running.map(({ voltageV, throttle }) => throttle * voltageV),
    ).coefficients;
    const weighed = running.map((sample) => ({
      ...sample,
      own: 1 / Math.hypot(0.001 * most, 0.004 * sample.currentA),
    }));
    const [noLoad, load] = linearFit(
      weighed.map(({ own, throttle, rpm }) => [own * throttle, own * throttle * rpm ** 2]),
      weighed.map(({ own, currentA }) => own * currentA),
    ).coefficients;
    const model = {
      kv: 1 / inverseKv!.value,
      ohm: ohm!.value,
      noLoadA: noLoad!.value,
      eddy: 0,
      load: Math.max(0, load!.value), // without props what is left of it is scatter
      low: 0,
      high: 0,
    };
    return [model.kv, model.ohm, model.noLoadA].every((each) => each > 0 && Number.isFinite(each)) ? model : null;
  } catch {
    return null;
  }
}

/** How far a motor lies from its sisters at one throttle, in logarithms, and how far readings scatter there. */
interface Level {
  throttle: number;
  volts: number;
  speed: LevelPart;
  amps: LevelPart;
}

interface LevelPart {
  apart: number;
  /** Of single readings, with the freedom it was told from. */
  variance: number;
  degrees: number;
  readings: number;
  /** What the instrument rounds off there: the same in each of the readings. */
  rounded: number;
}

function levelsOf(
  model: DriveModel,
  own: readonly StandSample[],
  others: readonly (readonly StandSample[])[],
): Level[] {
  const top = max(own.map(({ rpm }) => rpm));
  const all = [own, ...others].flat();
  const rounding = {
    speed: roundingError(resolutionOf(all.map(({ rpm }) => rpm))),
    amps: roundingError(resolutionOf(all.map(({ currentA }) => currentA))),
  };
  const residuals = (samples: readonly StandSample[]) =>
    samples.flatMap(({ throttle, voltageV, rpm, currentA }) => {
      if (throttle <= 0.05 || rpm < SLOWEST * top || currentA <= 0) return [];
      const { rpm: expected, amps } = settled(model, throttle, voltageV);
      return expected > 0 && amps > 0
        ? [
            {
              throttle,
              volts: voltageV,
              speed: Math.log(rpm / expected),
              amps: Math.log(currentA / amps),
              rounded: { speed: rounding.speed / rpm, amps: rounding.amps / currentA },
            },
          ]
        : [];
    });
  const byThrottle = (samples: readonly StandSample[]) =>
    repeatsOf(residuals(samples), ({ throttle }) => throttle).toSorted((a, b) => a[0]!.throttle - b[0]!.throttle);
  const sisters = others.map(byThrottle).filter((steps) => steps.length > 0);
  const levels = byThrottle(own).flatMap((mine): Level[] => {
    const throttle = mine[0]!.throttle;
    const reaching = sisters.filter(
      (steps) => steps[0]![0]!.throttle <= throttle + SAME && steps.at(-1)![0]!.throttle >= throttle - SAME,
    );
    if (reaching.length < 2) return [];
    const part = (of: "speed" | "amps") => {
      const groups = [mine, ...sisters.flatMap((steps) => nearest(steps, throttle))].map((group) =>
        group.map((each) => each[of]),
      );
      return {
        apart: middle(groups[0]!) - middle(sisters.map((steps) => between(steps, throttle, of))),
        variance: middleVariance(groups.filter((group) => group.length > 1)),
        degrees: groups.reduce((sum, group) => sum + group.length - 1, 0),
        readings: mine.length,
        rounded: middle(mine.map(({ rounded }) => rounded[of])),
      };
    };
    return [{ throttle, volts: middle(mine.map(({ volts }) => volts)), speed: part("speed"), amps: part("amps") }];
  });
  const smooth = (of: "speed" | "amps") => withNeighbours(levels.map((level) => level[of]));
  const [speeds, amps] = [smooth("speed"), smooth("amps")];
  return levels.map((level, at) => ({ ...level, speed: speeds[at]!, amps: amps[at]! }));
}

/** What the throttles beside one say of its scatter counts as so many readings of its own. Trade judgement. */
const NEIGHBOURS_COUNT = 10;

/**
 * The scatter at each throttle, which a few readings tell badly, drawn towards that around it: a throttle that seems without scatter by chance would
 * outweigh all others.
 */
function withNeighbours(parts: readonly LevelPart[]): LevelPart[] {
  return parts.map((part, at) => {
    const around = parts.slice(Math.max(0, at - 1), at + 2).filter(({ variance }) => variance > 0);
    if (around.length === 0) return part;
    // By their logarithms: at little throttle the scatter of amps is many times that of the next step.
    const usual = Math.exp(mean(around.map(({ variance }) => Math.log(variance))));
    const own = part.degrees * part.variance + NEIGHBOURS_COUNT * usual;
    return { ...part, variance: own / (part.degrees + NEIGHBOURS_COUNT) };
  });
}

/**
 * Variance of single readings by the middle of what several groups of them show, which one wild group does not move. Of few readings the middle
 * lies below the mean, at less than half of it for pairs, and is put right.
 *
 * @returns 0 without a group.
 * @see E. B. Wilson & M. M. Hilferty, "The distribution of chi-square", PNAS 17, 1931: the median is near n·(1 − 2/9n)³.
 */
function middleVariance(groups: readonly (readonly number[])[]): number {
  if (groups.length === 0) return 0;
  const degrees = middle(groups.map((group) => group.length - 1));
  return middle(groups.map((group) => sampleVariance([...group]))) / (1 - 2 / (9 * degrees)) ** 3;
}

/** What is left of readings at one throttle, by the model of all. */
type Step = readonly { throttle: number; speed: number; amps: number }[];
/** Two throttles are one within this. */
const SAME = 0.004;

/** The steps around a throttle: one where it was read there, or lies outside. */
function nearest(steps: readonly Step[], throttle: number): Step[] {
  const at = steps.find(([first]) => Math.abs(first!.throttle - throttle) < SAME);
  if (at) return [at];
  const after = steps.findIndex(([first]) => first!.throttle > throttle);
  return after < 0 ? [steps.at(-1)!] : steps.slice(Math.max(0, after - 1), after + 1);
}

/**
 * How far a sister lies from the model at a throttle. What she leaves is smooth in the throttle: where she was not read it is drawn between her
 * neighbouring steps, and beyond her last step it goes on as it was. Left out there, her absence would shift the middle of the others.
 */
function between(steps: readonly Step[], throttle: number, of: "speed" | "amps"): number {
  const [low, high = low] = nearest(steps, throttle).map((step) => ({
    throttle: step[0]!.throttle,
    left: middle(step.map((each) => each[of])),
  }));
  const width = high!.throttle - low!.throttle;
  return width === 0 ? low!.left : low!.left + ((throttle - low!.throttle) / width) * (high!.left - low!.left);
}

/** What chance makes of the differences: the scatter of readings at each throttle, and what sound parts differ by. */
function chance(
  levels: readonly Level[],
  sisters: number,
  effect: (change: Change, size: number) => readonly number[],
): Matrix {
  const two = 1 + MEDIAN_VARIANCE / sisters;
  const covariance = Matrix.zeros(2 * levels.length, 2 * levels.length);
  levels.forEach(({ speed, amps }, at) => {
    const variance = (part: LevelPart, missed: number) =>
      two * ((MEDIAN_VARIANCE * part.variance) / part.readings + missed ** 2 + part.rounded ** 2);
    covariance.set(2 * at, 2 * at, variance(speed, MISSED.speed));
    covariance.set(2 * at + 1, 2 * at + 1, variance(amps, MISSED.amps));
  });
  for (const { change, sd } of PARTS) {
    const made = Matrix.columnVector([...effect(change, sd)]);
    covariance.add(made.mmul(made.transpose()).mul(two));
  }
  return covariance;
}
