import { max } from "simple-statistics";
import { CoreInputError } from "../../../CoreInputError";
import { fitLine } from "../../../fit/fitLine";
import { isStuck } from "../../../fit/isStuck";
import { median } from "../../../fit/robust";
import { compareWithBaseline, type Fact, known } from "../compareFact";
import { type Estimate, type Judgement, type Measured, verdictOf } from "../measured.types";
import {
  deadBandOf,
  hysteresisOf,
  movingA,
  type Plateau,
  secondsPer60,
  servoPlateaus,
  type ServoSample,
  settledA,
  STOPPED_DEG,
  stoppedPlateaus,
  swingOf,
} from "./servoPlateaus";
import { LIMITS, SERVO_RULES, type ServoFacts } from "./servoRules";
import { earlyEnds, isAtEnd, type StandingEnd } from "./servoStops";
import { type PulseRange } from "./servoPlateaus";
import { centreOf, travelOf } from "./servoTravel";

const USUAL: PulseRange = { centre: 1500, low: 1150, high: 1850 };
/** Tail servos of half the pulse. Common practice, no published source. */
const NARROW: PulseRange = { centre: 760, low: 585, high: 935 };
/** No servo of the usual range is driven by pulses that all lie below this. */
const NARROW_BELOW_US = 1100;

function rangeOf(samples: readonly ServoSample[]): PulseRange {
  return samples.every(({ pulseUs }) => pulseUs < NARROW_BELOW_US) ? NARROW : USUAL;
}

/** What the servo's sheet says, where it is known. */
export interface ServoSheet {
  secondsPer60?: number | null;
}

/**
 * Judges a servo from angles read while the pulse goes up and comes down again, with some readings repeated at one pulse; with
 * times also its speed and dead band, with the motors' throttle also whether it chatters beside them, with amps also where it
 * pushes against a stop.
 *
 * @param baseline - The same servo when it was known to be good.
 * @returns Angle at the centre, travel both ways, degrees for each µs, hysteresis, jitter, chatter, speed, dead band and amps, as
 *   far as they were measured.
 * @throws {CoreInputError} `too_few_points`; `out_of_range` when the angle does not follow the pulse.
 */
export function judgeServo(
  samples: readonly ServoSample[],
  sheet: ServoSheet = {},
  baseline: ServoFacts | null = null,
): Measured & { servo: ServoFacts } {
  const seen = lookAt(samples);
  const { facts, amps, travel, stopped } = seen;
  const servo: ServoFacts = {
    hysteresisDeg: factOf(facts.hysteresis, 0.06),
    jitterDeg: factOf(facts.jitter, 0.05),
    secondsPer60: factOf(facts.seconds, 0.005),
    travelDeg: travel ? known(travel.up + travel.down, 0.2) : null,
    movingA: factOf(amps.moving, 0.01),
  };
  const compared = compareWithBaseline(SERVO_RULES, servo, baseline);
  return {
    servo,
    ...verdictOf(judgementsOf(seen, compared.judgements, sheet)),
    figures: figuresOf(seen),
    evidence: {
      ...compared.evidence,
      "horn-at-centre": facts.centre > LIMITS.centre.bad,
      ...(facts.jitter !== null && {
        "servo-at-rest": facts.jitter > LIMITS.jitter.bad || compared.evidence["servo-at-rest"] === true,
      }),
      ...(facts.hysteresis !== null && { "surface-play": facts.hysteresis > LIMITS.hysteresis.bad }),
      ...(reachesEnds(seen.free, seen.range) && { "servo-hum-at-ends": stopped.length > 0 }),
      ...(facts.chatter !== null && {
        "jumps-at-throttle": seen.chatters && facts.chatter > LIMITS.chatter.watched,
      }),
    },
    carried: {
      ...(amps.moving !== null && { servoMovingA: amps.moving }),
      ...(amps.stall !== null && { servoStallA: amps.stall }),
    },
    chart: chartOf(seen),
    ...notesOf(seen),
  };
}

function notesOf({ range, isOneWay }: ServoLook): { notes?: string[] } {
  const notes = [
    ...(range === NARROW ? ["All pulses are short: it was judged as a servo whose middle is at 760 µs."] : []),
    ...(isOneWay
      ? ["It was read one way only: half its play is in its middle. Come back down the same steps to tell them apart."]
      : []),
  ];
  return notes.length > 0 ? { notes } : {};
}

/** What the samples say, before any of it is judged. */
type ServoLook = ReturnType<typeof lookAt>;

function lookAt(samples: readonly ServoSample[]) {
  const plateaus = servoPlateaus(samples);
  const free = plateaus.filter(({ throttle, isHeld }) => throttle === 0 && !isHeld);
  const stopped = stoppedPlateaus(plateaus);
  const quiet = free.filter((plateau) => stopped.every((stop) => stop.plateau !== plateau));
  const fit = fitLine(quiet.map(({ pulseUs, angleDeg }) => ({ x: pulseUs, y: angleDeg })));
  const perUs = fit.slope.value;
  if (Math.abs(perUs) <= fit.slopeHalfWidth || isStuck(quiet.map(({ angleDeg }) => angleDeg)))
    throw new CoreInputError(
      "out_of_range",
      "The angle does not follow the pulse: is the servo limp, or a column swapped?",
    );
  const range = rangeOf(samples);
  const centreDeg = centreOf(quiet, range.centre) ?? fit.intercept.value + perUs * range.centre;
  const held = plateaus.filter(({ isHeld }) => isHeld);
  const stalled = held.filter(
    ({ pulseUs, angleDeg }) => Math.abs(fit.intercept.value + perUs * pulseUs - angleDeg) > STOPPED_DEG,
  );
  const travel = travelOf(free, centreDeg, range.centre);
  const standing = earlyEnds(free, range);
  // What it lacks where it stands still is told by itself, and is no other pace one way.
  const moving = travelOf(
    free.filter(({ pulseUs }) => !standing.some((end) => isAtEnd(end, pulseUs))),
    centreDeg,
    range.centre,
  );
  const gaps = hysteresisOf(plateaus);
  const facts = {
    centre: Math.abs(centreDeg),
    hysteresis: gaps.length === 0 ? null : median(gaps),
    jitter: widestSwing(quiet),
    chatter: widestSwing(plateaus.filter(({ throttle }) => throttle > 0)),
    // By degrees for each µs: a servo that was driven further one way travels further, and is none the worse.
    asymmetry: moving ? Math.abs(moving.upPerUs - moving.downPerUs) / Math.max(moving.upPerUs, moving.downPerUs) : null,
    deadBand: deadBandOf(plateaus, perUs),
    seconds: secondsPer60(plateaus),
  };
  return {
    range,
    free,
    quiet,
    stopped,
    standing,
    fit,
    perUs,
    centreDeg,
    travel,
    facts,
    amps: ampsOf(plateaus, [...stopped.map(({ plateau }) => plateau), ...stalled]),
    isOneWay: !free.some(({ came }) => came < 0) || !free.some(({ came }) => came > 0),
    /** Driven against the hand, and yet it moved. */
    wasNotHeld: held.length > stalled.length,
    // What it does at rest by itself is no chatter of the motors.
    chatters: facts.chatter !== null && facts.chatter > 1.5 * (facts.jitter ?? 0),
  };
}

function judgementsOf(
  { range, facts, chatters, stopped, standing, wasNotHeld }: ServoLook,
  againstItself: readonly Judgement[],
  { secondsPer60: sheetS }: ServoSheet,
): Judgement[] {
  const slow = facts.seconds !== null && sheetS ? facts.seconds / sheetS - 1 : null;
  const degrees = (size: number) => `${size.toFixed(1)}°`;
  return [
    ...judge("centre", facts.centre, (size) => `Stands ${degrees(size)} off centre at ${range.centre} µs`, "°"),
    ...judge(
      "hysteresis",
      facts.hysteresis,
      (size) => `Comes back ${degrees(size)} beside where it went: gears or linkage`,
      "°",
    ),
    ...judge("jitter", facts.jitter, (size) => `Jitters by ${degrees(size)} at rest`, "°"),
    ...judge(
      "chatter",
      chatters ? facts.chatter : null,
      (size) => `Chatters by ${degrees(size)} beside running motors: noise on its lead or supply, or a loose pot`,
      "°",
    ),
    ...judgeStop(stopped),
    ...(stopped.length === 0 ? standing.map(judgeStanding) : []),
    ...(wasNotHeld
      ? [{ word: "cannot say" as const, reason: "The horn was not held while it was driven: no stall amps." }]
      : []),
    ...judge(
      "asymmetry",
      facts.asymmetry,
      (size) => `Turns ${(size * 100).toFixed(0)} % further one way for the same pulse`,
      "",
    ),
    ...judge("deadBand", facts.deadBand, (size) => `Moves only from a change of ${size.toFixed(0)} µs on`, " µs"),
    ...againstItself,
    ...judge("slow", slow, (size) => `Takes ${(size * 100).toFixed(0)} % longer for 60° than its sheet says`, ""),
  ];
}

function figuresOf({ range, fit, perUs, centreDeg, travel, facts, amps }: ServoLook): Estimate[] {
  return [
    {
      label: `Angle at ${range.centre} µs`,
      value: centreDeg,
      halfWidth: fit.bandAt(range.centre),
      unit: "°",
      decimals: 1,
    },
    {
      label: "Degrees for each 100 µs",
      value: perUs * 100,
      halfWidth: fit.slopeHalfWidth * 100,
      unit: "°",
      decimals: 2,
    },
    ...figure("Travel one way", travel?.up, "°", 1),
    ...figure("Travel the other way", travel?.down, "°", 1),
    ...figure("Hysteresis", facts.hysteresis, "°", 2),
    ...figure("Jitter at rest", facts.jitter, "°", 2),
    ...figure("Swing beside running motors", facts.chatter, "°", 2),
    ...figure("Speed, seconds for 60°", facts.seconds, "s", 2),
    ...figure("Dead band, play included", facts.deadBand, "µs", 0),
    ...figure("Current at rest", amps.rest, "A", 2),
    ...figure("Current moving", amps.moving, "A", 2),
    ...figure("Stall current", amps.stall, "A", 2),
    ...figure("Current, highest", amps.highest, "A", 2),
  ];
}

function chartOf({ free, quiet, fit, perUs }: ServoLook): Measured["chart"] {
  const pulses = quiet.map(({ pulseUs }) => pulseUs);
  return {
    xLabel: "Pulse, µs",
    yLabel: "Angle, °",
    points: free.map((plateau) => ({ x: plateau.pulseUs, y: plateau.angleDeg, isOutlier: !quiet.includes(plateau) })),
    line: [Math.min(...pulses), Math.max(...pulses)].map((x) => ({ x, y: fit.intercept.value + perUs * x })),
  };
}

/** An angle sensor and a wattmeter of the bench read to about these errors. */
function factOf(value: number | null, error: number): Fact | null {
  return value === null ? null : known(value, error);
}

function judge(of: keyof typeof LIMITS, size: number | null, say: (size: number) => string, unit: string): Judgement[] {
  if (size === null) return [];
  const { watched, bad } = LIMITS[of];
  const word = size > bad ? "bad" : size > watched ? "watch" : "good";
  return [{ word, reason: `${say(size)}; watched from ${unit ? `${watched}${unit}` : `${watched * 100} %`}.` }];
}

function figure(label: string, value: number | null | undefined, unit: string, decimals: number): Estimate[] {
  return value == null ? [] : [{ label, value, halfWidth: null, unit, decimals }];
}

function widestSwing(plateaus: readonly Plateau[]): number | null {
  const swings = plateaus.filter(({ settled }) => settled.length >= 3).map(swingOf);
  return swings.length === 0 ? null : Math.max(...swings);
}

/** Whether amps were measured at both ends of the usual travel: without, nothing can be said of the ends. */
function reachesEnds(plateaus: readonly Plateau[], { low, high }: PulseRange): boolean {
  const measured = plateaus.filter((plateau) => settledA(plateau) !== null).map(({ pulseUs }) => pulseUs);
  return Math.min(...measured) <= low && Math.max(...measured) >= high;
}

/** A horn that something stops, by where it is furthest from its place. */
function judgeStop(stopped: ReturnType<typeof stoppedPlateaus>): Judgement[] {
  if (stopped.length === 0) return [];
  const { plateau, shortDeg } = stopped.reduce((worst, stop) => (stop.shortDeg > worst.shortDeg ? stop : worst));
  return [
    {
      word: "bad",
      reason: `Stands ${shortDeg.toFixed(0)}° short of where ${plateau.pulseUs.toFixed(0)} µs should bring it and pushes with ${settledA(plateau)!.toFixed(2)} A: linkage binds, or the end point is too far.`,
    },
  ];
}

/** A horn that goes no further, whatever the pulse. */
function judgeStanding({ fromUs, toUs, angleDeg, shortDeg }: StandingEnd): Judgement {
  return {
    word: "watch",
    reason: `Stands still at ${angleDeg.toFixed(0)}° from ${fromUs.toFixed(0)} to ${toUs.toFixed(0)} µs, ${shortDeg.toFixed(0)}° short: an end point that is set there, its own stop, or the linkage. Read its amps there: one that pushes draws many times those at rest.`,
  };
}

/** Amps at rest, on the way, against a stop and at most; null for what was not measured. */
interface ServoAmps {
  rest: number | null;
  moving: number | null;
  stall: number | null;
  highest: number | null;
}

function ampsOf(plateaus: readonly Plateau[], pushing: readonly Plateau[]): ServoAmps {
  const amps = (samples: readonly ServoSample[]) =>
    samples.flatMap(({ currentA }) => (currentA === null ? [] : [currentA]));
  const all = amps(plateaus.flatMap(({ samples }) => samples));
  const resting = plateaus.filter((plateau) => plateau.settled.length >= 3 && !pushing.includes(plateau));
  const rest = amps(resting.flatMap(({ settled }) => settled));
  const stall = pushing.flatMap((plateau) => settledA(plateau) ?? []);
  return {
    rest: rest.length > 0 ? median(rest) : null,
    moving: movingA(plateaus),
    stall: stall.length > 0 ? max(stall) : null,
    highest: all.length > 0 ? max(all) : null,
  };
}
