import { CoreInputError } from "../../CoreInputError";
import { fitLine } from "../../fit/fitLine";
import { median } from "../../fit/robust";
import { type Figure, type Judgement, type Measured, verdictOf } from "./measured.types";
import {
  deadBandOf,
  hysteresisOf,
  type Plateau,
  secondsPer60,
  servoPlateaus,
  type ServoSample,
  swingOf,
} from "./servoPlateaus";

/** Where a servo should stand in the middle. */
export const CENTRE_US = 1500;

/** What the servo's sheet says, where it is known. */
export interface ServoSheet {
  secondsPer60?: number | null;
}

/** Limits. Trade judgement, no published source. */
const LIMITS = {
  centre: { watched: 2, bad: 5 },
  hysteresis: { watched: 1, bad: 2 },
  jitter: { watched: 0.4, bad: 1.2 },
  chatter: { watched: 0.6, bad: 1.5 },
  asymmetry: { watched: 0.1, bad: 0.2 },
  deadBand: { watched: 10, bad: 25 },
  slow: { watched: 0.25, bad: 0.6 },
} as const;

/**
 * Judges a servo from angles read while the pulse goes up and comes down again, with some readings repeated at one pulse; with
 * times also its speed and dead band, with the motors' throttle also whether it chatters beside them.
 *
 * @returns Angle at the centre, travel both ways, degrees for each µs, hysteresis, jitter, chatter, speed, dead band and amps, as
 *   far as they were measured.
 * @throws {CoreInputError} `too_few_points`; `out_of_range` when the angle does not follow the pulse.
 */
export function judgeServo(samples: readonly ServoSample[], sheet: ServoSheet = {}): Measured {
  const plateaus = servoPlateaus(samples);
  const quiet = plateaus.filter(({ throttle }) => throttle === 0);
  const fit = fitLine(quiet.map(({ pulseUs, angleDeg }) => ({ x: pulseUs, y: angleDeg })));
  const perUs = fit.slope.value;
  if (Math.abs(perUs) <= fit.slopeHalfWidth)
    throw new CoreInputError(
      "out_of_range",
      "The angle does not follow the pulse: is the servo limp, or a column swapped?",
    );
  const centreDeg = fit.intercept.value + perUs * CENTRE_US;
  const travel = travelOf(quiet, centreDeg);
  const gaps = hysteresisOf(plateaus);
  const facts = {
    centre: Math.abs(centreDeg),
    hysteresis: gaps.length === 0 ? null : median(gaps),
    jitter: widestSwing(quiet),
    chatter: widestSwing(plateaus.filter(({ throttle }) => throttle > 0)),
    asymmetry: travel ? Math.abs(travel.up - travel.down) / Math.max(travel.up, travel.down) : null,
    deadBand: deadBandOf(plateaus, perUs),
    seconds: secondsPer60(plateaus),
  };
  const slow = facts.seconds !== null && sheet.secondsPer60 ? facts.seconds / sheet.secondsPer60 - 1 : null;
  // What it does at rest by itself is no chatter of the motors.
  const chatters = facts.chatter !== null && facts.chatter > 1.5 * (facts.jitter ?? 0);
  const pulses = quiet.map(({ pulseUs }) => pulseUs);
  return {
    ...verdictOf([
      ...judge("centre", facts.centre, (size) => `Stands ${size.toFixed(1)}° off centre at ${CENTRE_US} µs`, "°"),
      ...judge(
        "hysteresis",
        facts.hysteresis,
        (size) => `Comes back ${size.toFixed(1)}° beside where it went: gears or linkage`,
        "°",
      ),
      ...judge("jitter", facts.jitter, (size) => `Jitters by ${size.toFixed(1)}° at rest`, "°"),
      ...judge(
        "chatter",
        chatters ? facts.chatter : null,
        (size) => `Chatters by ${size.toFixed(1)}° beside running motors: noise on its lead or supply, or a loose pot`,
        "°",
      ),
      ...judge("asymmetry", facts.asymmetry, (size) => `Travels ${(size * 100).toFixed(0)} % further one way`, ""),
      ...judge("deadBand", facts.deadBand, (size) => `Moves only from a change of ${size.toFixed(0)} µs on`, " µs"),
      ...judge("slow", slow, (size) => `Takes ${(size * 100).toFixed(0)} % longer for 60° than its sheet says`, ""),
    ]),
    figures: [
      { label: `Angle at ${CENTRE_US} µs`, value: centreDeg, halfWidth: fit.bandAt(CENTRE_US), unit: "°", decimals: 1 },
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
      ...ampFigures(plateaus),
    ],
    evidence: {
      "horn-at-centre": facts.centre > LIMITS.centre.bad,
      ...(facts.jitter !== null && { "servo-at-rest": facts.jitter > LIMITS.jitter.bad }),
      ...(facts.hysteresis !== null && { "surface-play": facts.hysteresis > LIMITS.hysteresis.bad }),
      ...(facts.chatter !== null && { "jumps-at-throttle": chatters && facts.chatter > LIMITS.chatter.watched }),
    },
    chart: {
      xLabel: "Pulse, µs",
      yLabel: "Angle, °",
      points: quiet.map(({ pulseUs, angleDeg }) => ({ x: pulseUs, y: angleDeg, isOutlier: false })),
      line: [Math.min(...pulses), Math.max(...pulses)].map((x) => ({ x, y: fit.intercept.value + perUs * x })),
    },
  };
}

function judge(of: keyof typeof LIMITS, size: number | null, say: (size: number) => string, unit: string): Judgement[] {
  if (size === null) return [];
  const { watched, bad } = LIMITS[of];
  const word = size > bad ? "bad" : size > watched ? "watch" : "good";
  return [{ word, reason: `${say(size)}; watched from ${unit ? `${watched}${unit}` : `${watched * 100} %`}.` }];
}

function figure(label: string, value: number | null | undefined, unit: string, decimals: number): Figure[] {
  return value == null ? [] : [{ label, value, halfWidth: null, unit, decimals }];
}

function widestSwing(plateaus: readonly Plateau[]): number | null {
  const swings = plateaus.filter(({ settled }) => settled.length >= 3).map(swingOf);
  return swings.length === 0 ? null : Math.max(...swings);
}

/** Amps at rest, on the way and at most, from what was measured. */
function ampFigures(plateaus: readonly Plateau[]): Figure[] {
  const amps = (samples: readonly ServoSample[]) =>
    samples.flatMap(({ currentA }) => (currentA === null ? [] : [currentA]));
  const all = amps(plateaus.flatMap(({ samples }) => samples));
  if (all.length === 0) return [];
  const rest = amps(plateaus.filter(({ settled }) => settled.length >= 3).flatMap(({ settled }) => settled));
  return [
    ...(rest.length > 0 ? figure("Current at rest", median(rest), "A", 2) : []),
    ...figure("Current, middle value", median(all), "A", 2),
    ...figure("Current, highest", Math.max(...all), "A", 2),
  ];
}

/** How far it goes either way from its centre; null when the readings lie on one side only. */
function travelOf(plateaus: readonly Plateau[], centreDeg: number): { up: number; down: number } | null {
  const above = plateaus.filter(({ pulseUs }) => pulseUs > CENTRE_US + 50);
  const below = plateaus.filter(({ pulseUs }) => pulseUs < CENTRE_US - 50);
  if (above.length === 0 || below.length === 0) return null;
  const furthest = (side: readonly Plateau[]) =>
    Math.max(...side.map(({ angleDeg }) => Math.abs(angleDeg - centreDeg)));
  return { up: furthest(above), down: furthest(below) };
}
