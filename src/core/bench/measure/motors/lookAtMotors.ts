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

/**
 * Sweeps without what the craft draws while nothing turns: it would be taken for drag. One supply feeds them all, so that what it gives at rest
 * beside one motor it gives beside the others.
 */
function withoutStandby(sweeps: readonly MotorSweep[]): { sweeps: MotorSweep[]; hiddenA: number } {
  const ofAll = standbyOf(sweeps.flatMap(({ samples }) => samples));
  const hiddenA = ofAll === null ? hiddenStandby(sweeps.map(({ samples }) => samples)) : 0;
  return {
    hiddenA,
    sweeps: sweeps.map((sweep) => {
      const standbyA = standbyOf(sweep.samples) ?? ofAll ?? hiddenA;
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
  const { sweeps, hiddenA } = withoutStandby(trusted);
  const steady = steadyShare(sweeps.map(({ samples }) => samples));
  const besides = besidesOf(sweeps, steady);
  const drives = sweeps.map((sweep) => driveOf(sweep, sweeps, besides.get(sweep.name) ?? null, steady));
  const start = throttleStart(drives.map(({ driven }) => driven));
  const counted = drives.map((drive) => ({ ...drive, driven: fromStart(drive.driven, start) }));
  const isOfWinding = tellsWindings(counted.map(({ driven }) => some(driven)));
  const looks = counted.map(({ driven, responseS, ...drive }): MotorLook => {
    try {
      return { ...drive, facts: motorFacts(some(driven), responseS ?? null, isOfWinding), failure: null };
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
  const notes = [
    ...misread,
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
const MANY = 4000;

function some(samples: readonly StandSample[]): readonly StandSample[] {
  return everyNthAt(samples, MANY, ({ throttle }) => throttle);
}

/** What the ESC of one motor makes of the throttle, and the readings with what the motor was given. */
function driveOf(
  { name, samples, responseS }: MotorSweep,
  sweeps: readonly MotorSweep[],
  beside: Beside | null,
  steady: number,
) {
  const lost = lostStep(samples, steady);
  const kept = lost ? samples.filter(({ throttle }) => throttle < lost.fromThrottle - 1e-3) : samples;
  const others = sweeps.filter((other) => other.name !== name).map((other) => some(other.samples));
  const bySpeeds = lost ? null : escAnswer(some(samples), others);
  // Speeds alone take a bad joint for an end that is off: what the amps say beside them decides where it can be asked.
  const answer = bySpeeds && beside ? { ...bySpeeds, ...(endOff(beside) ?? { end: null, fault: null }) } : bySpeeds;
  const driven =
    answer?.fault == null ? kept : kept.map((sample) => ({ ...sample, throttle: answer.effective(sample.throttle) }));
  return { name, samples, responseS, lost, answer, driven, beside };
}

/** Fewer sisters than this tell nothing. */
const FEWEST_ALIKE = 3;

/**
 * Each motor beside its sisters, but for those that lose step. One that is off would make its sisters look off the other way, and the start of all
 * throttles with them: the clearest is taken out, and the rest are looked at again without it.
 */
function besidesOf(sweeps: readonly MotorSweep[], steady: number): ReadonlyMap<string, Beside> {
  const few = sweeps
    .filter(({ samples }) => !lostStep(samples, steady))
    .map(({ name, samples }) => ({ name, samples: some(samples) }));
  let alike = few;
  for (;;) {
    const besides = besideEach(few, alike);
    const gain = ({ name }: { name: string }) => believed(besides.get(name) ?? null)?.gain ?? 0;
    const worst = alike.reduce<(typeof alike)[number] | null>((a, b) => (gain(b) > (a ? gain(a) : 0) ? b : a), null);
    if (!worst || alike.length <= FEWEST_ALIKE) return besides;
    alike = alike.filter((each) => each !== worst);
  }
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
