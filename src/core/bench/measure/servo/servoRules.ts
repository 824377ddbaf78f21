import { type Fact, type FactRule } from "../compareFact";

/** Limits. Trade judgement, no published source. */
export const LIMITS = {
  centre: { watched: 2, bad: 5 },
  hysteresis: { watched: 1, bad: 2 },
  jitter: { watched: 0.4, bad: 1.2 },
  chatter: { watched: 0.6, bad: 1.5 },
  asymmetry: { watched: 0.1, bad: 0.2 },
  deadBand: { watched: 10, bad: 25 },
  slow: { watched: 0.25, bad: 0.6 },
} as const;

/** What is kept of a servo that is known to be good, to hold it against later; null for what was not measured. */
export interface ServoFacts {
  hysteresisDeg: Fact | null;
  jitterDeg: Fact | null;
  secondsPer60: Fact | null;
  travelDeg: Fact | null;
  movingA: Fact | null;
}

/** What is looked at of a servo beside its baseline. Bounds: trade judgement, no published source. */
export const SERVO_RULES: readonly FactRule<ServoFacts>[] = [
  {
    of: ({ hysteresisDeg }) => hysteresisDeg,
    label: "Play",
    unit: "°",
    factor: 1,
    decimals: 1,
    direction: "up",
    isDifference: true,
    watched: 0.5,
    bad: 1.2,
    means: "gears or linkage wear",
    symptom: null,
  },
  {
    of: ({ secondsPer60 }) => secondsPer60,
    label: "Time for 60°",
    unit: "s",
    factor: 1,
    decimals: 2,
    direction: "up",
    watched: 0.15,
    bad: 0.4,
    means: "it drags, or its supply sags",
    symptom: null,
  },
  {
    of: ({ movingA }) => movingA,
    label: "Current moving",
    unit: "A",
    factor: 1,
    decimals: 2,
    direction: "up",
    watched: 0.25,
    bad: 0.6,
    means: "it drags: hinge, linkage or gears bind",
    symptom: "servo-amps",
  },
  {
    of: ({ travelDeg }) => travelDeg,
    label: "Travel",
    unit: "°",
    factor: 1,
    decimals: 1,
    direction: "either",
    watched: 0.06,
    bad: 0.15,
    means: "end points were changed, or something stops it",
    symptom: null,
  },
  {
    of: ({ jitterDeg }) => jitterDeg,
    label: "Jitter at rest",
    unit: "°",
    factor: 1,
    decimals: 1,
    direction: "up",
    isDifference: true,
    watched: 0.4,
    bad: 1,
    means: "its pot wears",
    symptom: "servo-at-rest",
  },
];
