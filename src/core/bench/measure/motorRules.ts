import { STANDARD_GRAVITY } from "../../units/constants";
import { type Fact, type MotorFacts } from "./motorFacts";

/** Figures that go with the speed are shown at 10,000 rpm. */
const AT_REVS = 10_000 / 60;

/** What a fact that is off says, and from how much it is watched and bad. Trade judgement, no published source. */
export interface MotorRule {
  of: (facts: MotorFacts) => Fact | null;
  label: string;
  unit: string;
  /** Shown value = fact · factor. */
  factor: number;
  decimals: number;
  /** Which way off means something. */
  direction: "up" | "down" | "either";
  /** Compared by difference instead of by share. */
  isDifference?: boolean;
  watched: number;
  bad: number;
  means: string;
  /** The reading of the fault library it answers; null for none. */
  reading: string | null;
  /** Means another thing when the change goes below a bound; the lowest bound first. */
  graver?: readonly { below: number; means: string; reading: string }[];
}

/** The rules, by what is looked at first. */
export const MOTOR_RULES: readonly MotorRule[] = [
  {
    of: ({ noLoadA }) => noLoadA,
    label: "No-load current",
    unit: "A",
    factor: 1,
    decimals: 2,
    direction: "up",
    watched: 0.25,
    bad: 0.5,
    means: "bearing or shaft",
    reading: "no-load-amps",
  },
  {
    of: ({ resistanceOhm }) => resistanceOhm,
    label: "Resistance",
    unit: "mΩ",
    factor: 1000,
    decimals: 1,
    direction: "either",
    watched: 0.1,
    bad: 0.15,
    means: "winding or joint",
    reading: "winding-off",
  },
  {
    of: ({ kv }) => kv,
    label: "Speed constant",
    unit: "rpm/V",
    factor: 1,
    decimals: 0,
    direction: "up",
    watched: 0.025,
    bad: 0.04,
    means: "weak magnets or shorted turns",
    reading: "rpm-per-volt",
  },
  {
    of: ({ thrustPerN2 }) => thrustPerN2,
    label: "Thrust at 10,000 rpm",
    unit: "g",
    factor: (AT_REVS ** 2 / STANDARD_GRAVITY) * 1000,
    decimals: 1,
    direction: "down",
    watched: 0.04,
    bad: 0.1,
    means: "prop nicked, worn or of another size",
    reading: null,
    graver: [
      {
        below: -0.9,
        means: "no air goes down: it turns the wrong way, or the prop is for the other side",
        reading: "blow-test",
      },
      { below: -0.25, means: "prop with its face the wrong way up, or a much smaller one", reading: "prop-faces" },
    ],
  },
  {
    of: ({ powerPerN3 }) => powerPerN3,
    label: "Shaft power at 10,000 rpm",
    unit: "W",
    factor: AT_REVS ** 3,
    decimals: 1,
    direction: "either",
    watched: 0.08,
    bad: 0.16,
    means: "another prop than the others",
    reading: null,
  },
  {
    of: ({ shakePerN2 }) => shakePerN2,
    label: "Shake at 10,000 rpm",
    unit: "m/s²",
    factor: AT_REVS ** 2,
    decimals: 2,
    direction: "up",
    watched: 1.5,
    bad: 3,
    means: "prop out of balance, bent shaft or rough bearing",
    reading: "prop-balance",
  },
  {
    of: ({ temperatureC }) => temperatureC,
    label: "Highest temperature",
    unit: "°C",
    factor: 1,
    decimals: 0,
    direction: "up",
    isDifference: true,
    watched: 8,
    bad: 15,
    means: "hot after equal work: bearing, winding or magnets",
    reading: "motor-heat",
  },
  {
    of: ({ responseS }) => responseS,
    label: "Answer to a jump",
    unit: "ms",
    factor: 1000,
    decimals: 0,
    direction: "up",
    watched: 0.3,
    bad: 0.6,
    means: "slow: ESC start power, a heavy prop or a dragging bearing",
    reading: null,
  },
];
