import { STANDARD_GRAVITY } from "../../../units/constants";
import { type FactRule } from "../compareFact";
import { type MotorFacts } from "./motorFacts";
import { type Change } from "./oneChange";

/** Figures that go with the speed are shown at 10,000 rpm. */
const AT_REVS = 10_000 / 60;

export type MotorRule = FactRule<MotorFacts> & {
  /** It is worked out of the throttle, and says nothing of a motor whose ESC does not give what it says. */
  needsThrottle?: boolean;
  /** Which single changes of a motor beside its sisters it tells; the figure's own fit is then held against a baseline alone. */
  tells?: readonly Change[];
  /** What it means where the figure is lower than that of the others. */
  meansBelow?: string;
};

/** What is looked at of a motor, the first first. Bounds: trade judgement, no published source. */
export const MOTOR_RULES: readonly MotorRule[] = [
  {
    of: ({ noLoadA }) => noLoadA,
    label: "No-load current",
    needsThrottle: true,
    tells: ["drag"],
    unit: "A",
    factor: 1,
    decimals: 2,
    direction: "up",
    watched: 0.25,
    bad: 0.5,
    means:
      "bearing or shaft; a shorted turn drags too, more the faster it turns: compare winding resistance, and no-load amps at two speeds",
    symptom: "no-load-amps",
  },
  {
    of: ({ resistanceOhm }) => resistanceOhm,
    label: "Resistance",
    needsThrottle: true,
    tells: ["winding", "shorted"],
    unit: "mΩ",
    factor: 1000,
    decimals: 1,
    direction: "either",
    watched: 0.1,
    bad: 0.15,
    means: "winding or joint",
    meansBelow: "turns of the winding shorted",
    symptom: "winding-off",
  },
  {
    of: ({ kv }) => kv,
    label: "Speed constant",
    needsThrottle: true,
    tells: ["magnets"],
    unit: "rpm/V",
    factor: 1,
    decimals: 0,
    direction: "up",
    watched: 0.025,
    bad: 0.04,
    means: "weak magnets or shorted turns",
    symptom: "rpm-per-volt",
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
    symptom: null,
    graver: [
      {
        below: -0.9,
        means: "no air goes down: it turns the wrong way, or the prop is for the other side",
        symptom: "blow-test",
      },
      { below: -0.25, means: "prop with its face the wrong way up, or a much smaller one", symptom: "prop-faces" },
    ],
  },
  {
    of: ({ powerPerN3 }) => powerPerN3,
    label: "Shaft power at 10,000 rpm",
    needsThrottle: true,
    tells: ["prop"],
    unit: "W",
    factor: AT_REVS ** 3,
    decimals: 1,
    direction: "either",
    watched: 0.08,
    bad: 0.16,
    means: "another prop than the others",
    symptom: null,
  },
  {
    of: ({ shakePerN2 }) => shakePerN2,
    label: "Imbalance at 10,000 rpm",
    unit: "m/s²",
    factor: AT_REVS ** 2,
    decimals: 2,
    direction: "up",
    watched: 1.5,
    bad: 3,
    means: "prop out of balance or bent shaft",
    symptom: "prop-balance",
  },
  {
    of: ({ roughPerN2 }) => roughPerN2 ?? null,
    label: "Bearing noise at 10,000 rpm",
    unit: "m/s²",
    factor: AT_REVS ** 2,
    decimals: 2,
    direction: "up",
    watched: 1,
    bad: 2,
    means: "bearing rumbles: grit or pitted balls",
    symptom: "spin-by-hand",
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
    symptom: "motor-heat",
  },
  {
    of: ({ responseS }) => responseS,
    label: "Answer to a jump",
    needsThrottle: true,
    unit: "ms",
    factor: 1000,
    decimals: 0,
    direction: "up",
    watched: 0.3,
    bad: 0.6,
    means: "slow: ESC start power, a heavy prop or a dragging bearing",
    symptom: null,
  },
];
