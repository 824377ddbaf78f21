import { type VerdictCode } from "@/core/flightlog/verdicts/verdict.types";

/** What a verdict tells the diagnosis, as findings of the library; codes that only a further check can settle stand with none. */
export const EVIDENCE: Readonly<Record<VerdictCode, Readonly<Record<string, boolean>>>> = {
  "controller-reset": { dropped: true },
  "link-loss": { "link-poor": true },
  "brown-out": { "rail-sags": true },
  "ends-in-air": {},
  "feedback-reversed": { "surface-in-log": true },
  "unstable-opposed": { "surface-in-log": false },
  "motor-map-wrong": { "flips-at-take-off": true },
  "weak-motor": { "flies-badly": true },
  desync: { "one-corner": true },
  "rotor-imbalance": { shakes: true, "gyro-noise-in-log": true },
  "soft-structure": { shakes: true },
  "gain-too-high": { oscillates: true },
  "gain-too-low": { "flies-badly": true },
  saturation: { "draws-too-much": true },
  "servo-chatter": { "jumps-at-throttle": true },
  "current-scale": { "mah-against-charger": true },
  "compass-disturbed": { "heading-with-throttle": true },
  "deep-discharge": { "late-in-pack": true },
  "tired-pack": { "pack-resistance": true },
  "satellite-loss": { "no-satellites": true },
  "processor-overload": { "load-high": true },
};

/** What a reversed stabiliser shows on a craft without surfaces. */
const WITHOUT_SURFACES: Partial<Record<VerdictCode, Readonly<Record<string, boolean>>>> = {
  "feedback-reversed": { "flips-at-take-off": true },
};

/** The findings that a verdict hands to Isolate. */
export function evidenceOf(code: VerdictCode, craft: string): Readonly<Record<string, boolean>> {
  return (craft === "fixed-wing" ? undefined : WITHOUT_SURFACES[code]) ?? EVIDENCE[code];
}
