import { type VerdictCode } from "../../core/flightlog/verdicts/verdict.types";

/** What can be wrong with a simulated flight, and what has to be said of its log. */
export const FLIGHT_FAULTS = {
  "controller resets": "controller-reset",
  "rail breaks down": "brown-out",
  "link lost": "link-loss",
  "power cut": "ends-in-air",
  "gyro turned round": "feedback-reversed",
  "outputs swapped": "motor-map-wrong",
  "weak motor": "weak-motor",
  "weak thrust": "weak-motor",
  "motor loses step": "desync",
  "prop out of balance": "rotor-imbalance",
  "prop out of balance, no speeds": "rotor-imbalance",
  "loose arm": "soft-structure",
  "gain too high": "gain-too-high",
  "gain too low": "gain-too-low",
  overweight: "saturation",
  "sensor scale": "current-scale",
  "magnet field of the leads": "compass-disturbed",
  "empty pack": "deep-discharge",
  "old pack": "tired-pack",
  "no satellites": "satellite-loss",
  "no time left": "processor-overload",
} as const satisfies Record<string, VerdictCode>;

export type FlightFault = keyof typeof FLIGHT_FAULTS;

/** Ways of flying when nothing is wrong. */
export const HEALTHY_STYLES = ["hover", "cruise", "gusts", "sport"] as const;
export type FlightStyle = (typeof HEALTHY_STYLES)[number];
