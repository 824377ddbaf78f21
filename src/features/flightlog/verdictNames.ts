import { type VerdictCode } from "@/core/flightlog/verdicts/verdict.types";

/** What a verdict is called at a bench. */
export const VERDICT_NAMES: Readonly<Record<VerdictCode, string>> = {
  "controller-reset": "Controller reset",
  "link-loss": "Link lost",
  "brown-out": "Brown-out",
  "ends-in-air": "Ends in the air",
  "feedback-reversed": "Stabiliser reversed",
  "unstable-opposed": "Tail-heavy",
  "motor-map-wrong": "Motor order or direction",
  "weak-motor": "Weak motor",
  desync: "Motor lost step",
  "rotor-imbalance": "Rotor out of balance",
  "soft-structure": "Soft arm or loose stack",
  "gain-too-high": "Gain too high",
  "gain-too-low": "Gain too low",
  saturation: "Outputs at their top",
  "servo-chatter": "Servo chatters",
  "current-scale": "Current sensor off",
  "compass-disturbed": "Compass disturbed",
  "deep-discharge": "Pack flown too deep",
  "tired-pack": "Tired pack",
  "satellite-loss": "Satellites lost",
  "processor-overload": "Processor overloaded",
};
