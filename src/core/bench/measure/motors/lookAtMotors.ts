import { mean } from "simple-statistics";
import { CoreInputError } from "../../../CoreInputError";
import { everyNthAt } from "../../../series/everyNth";
import { type EscAnswer, escAnswer, lostStep, type LostStep, steadyShare } from "../esc/escAnswer";
import { areOfWindings } from "./fitMotor";
import { believed, endOff } from "./judgeBeside";
import { withoutMisreads } from "./misreads";
import { type MotorFacts, motorFacts, type StandSample } from "./motorFacts";
import { type Beside, besideSisters } from "./oneChange";
import { hiddenStandby, standbyOf } from "./standby";
import { fromStart, throttleStart } from "./throttleStart";

/** The sweep of one motor of a craft. */
export interface MotorSweep {
  name: string;
  samples: readonly StandSample[];
  /** Seconds to 63 % of a jump; null or absent when none was run. */
  responseS?: number | null;
}

/** One motor's sweep: what its ESC does, and then what is behind it. */
export interface MotorLook extends Pick<MotorSweep, "name" | "samples"> {
  facts: MotorFacts | null;
  /** Why there are no facts. */
  failure: CoreInputError | null;
  lost: LostStep | null;
  answer: EscAnswer | null;
  /** What single change tells it from its sisters; null where that cannot be asked. */
  beside: Beside | null;
}

/** Some readings of a motor, with where it loses step by all of them. */
interface Drive extends MotorSweep {
  lost: LostStep | null;
}

/**
 * Sweeps without what the craft draws while nothing turns: it would be taken for drag. One supply feeds them all, so that what it gives at rest
 * beside one motor it gives beside the others.
 */
function withoutStandby(drives: readonly Drive[], whole: readonly MotorSweep[]): { drives: Drive[]; hiddenA: number } {
  const ofAll = standbyOf(whole.flatMap(({ samples }) => samples));
  const hiddenA = ofAll === null ? hiddenStandby(drives.map(({ samples }) => samples)) : 0;
  return {
    hiddenA,
    drives: drives.map((sweep, at) => {
      const standbyA = standbyOf(whole[at]!.samples) ?? ofAll ?? hiddenA;
      if (standbyA === 0) return sweep;
      return {
        ...sweep,
        samples: sweep.samples.map((sample) => ({ ...sample, currentA: sample.currentA - standbyA })),
      };
    }),
  };
}

/**
 * Looks at all motors of a craft. The ESCs come first: a throttle that is not what it says would be taken for a motor that is off.
 *
 * @returns What was found of each, and what was taken into account on the way, as sentences.
 */
export function lookAtMotors(asRead: readonly MotorSweep[]): { looks: MotorLook[]; notes: string[] } {
  const trusted = asRead.map((sweep) => ({ ...sweep, samples: withoutMisreads(sweep.samples) }));
  const steady = steadyShare(trusted.map(({ samples }) => samples));
  const few = trusted.map((sweep): Drive => ({
    ...sweep,
    samples: some(sweep.samples),
    lost: lostStep(sweep.samples, steady),
  }));
  const { drives, hiddenA } = withoutStandby(few, trusted);
  const besides = besidesOf(drives);
  const answered = drives.map((drive) => driveOf(drive, drives, besides.get(drive.name) ?? null));
  const start = throttleStart(answered.map(({ driven }) => driven));
  const counted = answered.map((drive) => ({ ...drive, driven: fromStart(drive.driven, start) }));
  const isOfWinding = tellsWindings(counted.map(({ driven }) => driven));
  const looks = counted.map(({ driven, responseS, ...drive }): MotorLook => {
    try {
      return { ...drive, facts: motorFacts(driven, responseS ?? null, isOfWinding), failure: null };
    } catch (error) {
      if (!(error instanceof CoreInputError)) throw error;
      return { ...drive, facts: null, failure: error };
    }
  });
  const misread = asRead.flatMap(({ name, samples }, at) => {
    const left = samples.length - trusted[at]!.samples.length;
    return left > 0
      ? [
          `${name}: ${left === 1 ? "one speed was" : `${left} speeds were`} left out, far from the others while the amps stayed: the tachometer misread.`,
        ]
      : [];
  });
  const most = Math.max(...asRead.map(({ samples }) => samples.length));
  const notes = [
    ...misread,
    ...(most > 2 * MANY
      ? [
          `Of up to ${most.toLocaleString("en")} readings of a motor some ${MANY.toLocaleString("en")} were worked with, evenly out of each throttle; steps lost were looked for in all.`,
        ]
      : []),
    ...(hiddenA > 0
      ? [
          `About ${hiddenA.toFixed(2)} A seem to flow beside the motors, or the meter shows them at nothing: they were taken off. Read the amps once at no throttle to know.`,
        ]
      : []),
    ...(start > 0
      ? [`The throttle of all begins at about ${(start * 100).toFixed(1)} %, and was counted from there.`]
      : []),
    ...(isOfWinding ? ["Resistance is told at 25 °C: the windings warmed as the readings say."] : []),
  ];
  return { looks, notes };
}

/** The same, and false where a sweep fits no motor. */
function tellsWindings(sweeps: readonly (readonly StandSample[])[]): boolean {
  try {
    return areOfWindings(sweeps);
  } catch (error) {
    if (error instanceof CoreInputError) return false;
    throw error;
  }
}

/** So many readings of a motor tell what it is, and how its ESC answers, as well as all; steps lost are looked for in all. */
const MANY = 2000;

function some(samples: readonly StandSample[]): readonly StandSample[] {
  return everyNthAt(samples, MANY, ({ throttle }) => throttle);
}

/** What the ESC of one motor makes of the throttle, and the readings with what the motor was given. */
function driveOf({ name, samples, responseS, lost }: Drive, drives: readonly Drive[], beside: Beside | null) {
  const kept = lost ? samples.filter(({ throttle }) => throttle < lost.fromThrottle - 1e-3) : samples;
  const others = drives.filter((other) => other.name !== name).map((other) => other.samples);
  const bySpeeds = lost ? null : escAnswer(samples, others);
  // Speeds alone take a bad joint for an end that is off: what the amps say beside them decides where it can be asked.
  const answer = bySpeeds && beside ? { ...bySpeeds, ...(endOff(beside) ?? { end: null, fault: null }) } : bySpeeds;
  const driven =
    answer?.fault == null ? kept : kept.map((sample) => ({ ...sample, throttle: answer.effective(sample.throttle) }));
  return { name, samples, responseS, lost, answer, driven, beside };
}

/** Fewer sisters than this tell nothing. */
const FEWEST_SISTERS = 2;
const FEWEST_ALIKE = FEWEST_SISTERS + 1;

/**
 * Each motor beside its sisters, but for those that lose step. One that is off would make its sisters look off the other way, and the start of all
 * throttles with them: it is taken out, and the rest are looked at again without it.
 */
function besidesOf(drives: readonly Drive[]): ReadonlyMap<string, Beside> {
  const inStep: readonly Named[] = drives.filter(({ lost }) => !lost);
  let alike = inStep;
  for (;;) {
    const besides = besideEach(inStep, alike);
    const isAnyOff = alike.some(({ name }) => believed(besides.get(name) ?? null));
    if (!isAnyOff || alike.length <= FEWEST_ALIKE) return withWeakest(besides, inStep, alike);
    const clear = clearlyOff(besides, alike);
    alike = clear ? alike.filter((each) => each !== clear) : mostAlike(alike);
  }
}

/** One that gains so much, and so many times as much as any other, is off beyond doubt: no other way to part them is looked for. */
const CLEAR = { gain: 40, times: 3 } as const;

function clearlyOff(besides: ReadonlyMap<string, Beside>, alike: readonly Named[]): Named | null {
  const gainOf = (each: Named) => besides.get(each.name)?.explained[0]!.gain ?? 0;
  const [first, second] = alike.toSorted((a, b) => gainOf(b) - gainOf(a));
  const isClear = first && second && gainOf(first) > Math.max(CLEAR.gain, CLEAR.times * gainOf(second));
  return isClear ? first : null;
}

/**
 * All but one: the one without which the rest lie closest together. It need not be the one that looks most off itself: with a bad motor among its
 * sisters a sound one may look worse than that.
 */
function mostAlike(alike: readonly Named[]): readonly Named[] {
  const spreadOf = (rest: readonly Named[]) => {
    const besides = [...besideEach(rest, rest).values()];
    return besides.length === 0 ? Infinity : mean(besides.map(({ apart }) => apart));
  };
  return alike
    .map((each) => alike.filter((other) => other !== each))
    .map((rest) => ({ rest, spread: spreadOf(rest) }))
    .reduce((a, b) => (b.spread < a.spread ? b : a)).rest;
}

/** Each with how well its change still explains it when any one of its sisters is left out: that one may be the bad one. */
function withWeakest(
  besides: ReadonlyMap<string, Beside>,
  all: readonly Named[],
  alike: readonly Named[],
): ReadonlyMap<string, Beside> {
  return new Map(
    [...besides].map(([name, beside]) => {
      const found = believed(beside);
      const own = all.find((each) => each.name === name)!;
      const sisters = alike.filter((other) => other !== own);
      if (!found || sisters.length <= FEWEST_SISTERS) return [name, beside];
      const gains = sisters.map((out) => {
        const rest = besideEach(
          [own],
          sisters.filter((other) => other !== out),
        );
        return rest.get(name)?.explained.find(({ change }) => change === found.change)?.gain ?? Infinity;
      });
      return [name, { ...beside, weakest: Math.min(...gains) }];
    }),
  );
}

type Named = Pick<MotorSweep, "name" | "samples">;

/** All of some motors, each beside those of the alike that it is not itself. */
function besideEach(all: readonly Named[], alike: readonly Named[]): ReadonlyMap<string, Beside> {
  return new Map(
    all.flatMap(({ name, samples }) => {
      const sisters = alike.filter((other) => other.name !== name).map((other) => other.samples);
      // Where the throttle begins is the sisters' to say: one that begins late would drag the start of all with it.
      const start = throttleStart(sisters);
      const beside = besideSisters(
        fromStart(samples, start),
        sisters.map((each) => fromStart(each, start)),
      );
      return beside ? [[name, beside] as const] : [];
    }),
  );
}
