import { CoreInputError } from "../../CoreInputError";
import { fitLine } from "../../fit/fitLine";
import { median } from "../../fit/robust";
import { type Judgement, type Measured, verdictOf } from "./measured.types";

/** One reading of a servo, in the order they were taken. */
export interface ServoSample {
  pulseUs: number;
  angleDeg: number;
  /** Null when it was not measured. */
  currentA: number | null;
}

/** Where a servo should stand in the middle. */
export const CENTRE_US = 1500;

/** Limits. Trade judgement, no published source. */
const LIMITS = {
  centre: { watched: 2, bad: 5 },
  hysteresis: { watched: 1, bad: 2.5 },
  jitter: { watched: 0.4, bad: 1.2 },
  asymmetry: { watched: 0.1, bad: 0.2 },
} as const;
/** Readings within this of one another are taken at one pulse. */
const SAME_US = 3;

/**
 * Judges a servo from angles read while the pulse goes up and comes down again, with some readings repeated at one pulse.
 *
 * @returns Angle at the centre, travel both ways, degrees for each µs, hysteresis between up and down, jitter at rest, and the
 *   amps where they were measured.
 * @throws {CoreInputError} `too_few_points`; `out_of_range` when the angle does not follow the pulse.
 */
export function judgeServo(samples: readonly ServoSample[]): Measured {
  const fit = fitLine(samples.map(({ pulseUs, angleDeg }) => ({ x: pulseUs, y: angleDeg })));
  const perUs = fit.slope.value;
  if (Math.abs(perUs) <= fit.slopeHalfWidth)
    throw new CoreInputError(
      "out_of_range",
      "The angle does not follow the pulse: is the servo limp, or a column swapped?",
    );
  const centreDeg = fit.intercept.value + perUs * CENTRE_US;
  const travel = travelOf(samples, centreDeg);
  const hysteresisDeg = hysteresisOf(samples);
  const jitterDeg = jitterOf(samples);
  const amps = samples.flatMap(({ currentA }) => (currentA === null ? [] : [currentA]));
  const asymmetry = travel ? Math.abs(travel.up - travel.down) / Math.max(travel.up, travel.down) : 0;
  const pulses = samples.map(({ pulseUs }) => pulseUs);
  return {
    ...verdictOf([
      judge("centre", Math.abs(centreDeg), (size) => `Stands ${size.toFixed(1)}° off centre at ${CENTRE_US} µs`, "°"),
      ...(hysteresisDeg === null
        ? []
        : [
            judge(
              "hysteresis",
              hysteresisDeg,
              (size) => `Comes back ${size.toFixed(1)}° beside where it went: gears or linkage`,
              "°",
            ),
          ]),
      ...(jitterDeg === null
        ? []
        : [judge("jitter", jitterDeg, (size) => `Jitters by ${size.toFixed(1)}° at rest`, "°")]),
      ...(travel
        ? [judge("asymmetry", asymmetry, (size) => `Travels ${(size * 100).toFixed(0)} % further one way`, "")]
        : []),
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
      ...(travel
        ? [
            { label: "Travel one way", value: travel.up, halfWidth: null, unit: "°", decimals: 1 },
            { label: "Travel the other way", value: travel.down, halfWidth: null, unit: "°", decimals: 1 },
          ]
        : []),
      ...(hysteresisDeg === null
        ? []
        : [{ label: "Hysteresis", value: hysteresisDeg, halfWidth: null, unit: "°", decimals: 2 }]),
      ...(jitterDeg === null
        ? []
        : [{ label: "Jitter at rest", value: jitterDeg, halfWidth: null, unit: "°", decimals: 2 }]),
      ...(amps.length > 0
        ? [
            { label: "Current, middle value", value: median(amps), halfWidth: null, unit: "A", decimals: 2 },
            { label: "Current, highest", value: Math.max(...amps), halfWidth: null, unit: "A", decimals: 2 },
          ]
        : []),
    ],
    evidence: {
      "horn-at-centre": Math.abs(centreDeg) > LIMITS.centre.bad,
      ...(jitterDeg !== null && { "servo-at-rest": jitterDeg > LIMITS.jitter.bad }),
      ...(hysteresisDeg !== null && { "surface-play": hysteresisDeg > LIMITS.hysteresis.bad }),
    },
    chart: {
      xLabel: "Pulse, µs",
      yLabel: "Angle, °",
      points: samples.map(({ pulseUs, angleDeg }) => ({ x: pulseUs, y: angleDeg, isOutlier: false })),
      line: [Math.min(...pulses), Math.max(...pulses)].map((x) => ({ x, y: fit.intercept.value + perUs * x })),
    },
  };
}

function judge(of: keyof typeof LIMITS, size: number, say: (size: number) => string, unit: string): Judgement {
  const { watched, bad } = LIMITS[of];
  const word = size > bad ? "bad" : size > watched ? "watch" : "good";
  return { word, reason: `${say(size)}; watched from ${unit ? `${watched}${unit}` : `${watched * 100} %`}.` };
}

/** How far it goes either way from its centre; null when the readings lie on one side only. */
function travelOf(samples: readonly ServoSample[], centreDeg: number): { up: number; down: number } | null {
  const above = samples.filter(({ pulseUs }) => pulseUs > CENTRE_US + SAME_US);
  const below = samples.filter(({ pulseUs }) => pulseUs < CENTRE_US - SAME_US);
  if (above.length === 0 || below.length === 0) return null;
  const furthest = (side: readonly ServoSample[]) =>
    Math.max(...side.map(({ angleDeg }) => Math.abs(angleDeg - centreDeg)));
  return { up: furthest(above), down: furthest(below) };
}

/** Middle distance between the angle on the way up and on the way down at the same pulse; null without such pairs. */
function hysteresisOf(samples: readonly ServoSample[]): number | null {
  const going = samples.map(({ pulseUs }, at) => Math.sign(pulseUs - (samples[at - 1]?.pulseUs ?? pulseUs)));
  const gaps = samples.flatMap((rising, at) =>
    going[at]! <= 0
      ? []
      : samples
          .filter((falling, other) => going[other]! < 0 && Math.abs(falling.pulseUs - rising.pulseUs) <= SAME_US)
          .map((falling) => Math.abs(falling.angleDeg - rising.angleDeg)),
  );
  return gaps.length === 0 ? null : median(gaps);
}

/** Largest swing among readings taken one after the other at one pulse; null without three of them. */
function jitterOf(samples: readonly ServoSample[]): number | null {
  const rests: number[][] = [];
  samples.forEach(({ pulseUs, angleDeg }, at) => {
    const isSame = at > 0 && Math.abs(pulseUs - samples[at - 1]!.pulseUs) <= SAME_US;
    if (isSame) rests.at(-1)!.push(angleDeg);
    else rests.push([angleDeg]);
  });
  const swings = rests.filter(({ length }) => length >= 3).map((angles) => Math.max(...angles) - Math.min(...angles));
  return swings.length === 0 ? null : Math.max(...swings);
}
