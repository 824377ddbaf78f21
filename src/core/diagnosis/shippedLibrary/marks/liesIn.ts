import { type FaultMode, type LiesIn } from "../../library/library.types";

/*
 * Faults that are named with a part and do not go with it: another of the same kind in its place cures nothing, or only by
 * being handled. Common practice, no published source.
 */
const LIES_IN: Readonly<Record<string, LiesIn>> = {
  "link-disturbed": "surroundings",
  "antenna-shielded": "surroundings",
  "satellite-noise": "surroundings",
  "compass-magnet": "surroundings",
  "compass-current": "surroundings",
  "rail-overloaded": "surroundings",
  "esc-undersized": "surroundings",
  "esc-overheats": "surroundings",
  "motor-screw": "surroundings",
  "barometer-exposed": "surroundings",
  "prop-too-big": "surroundings",
  "usb-lead": "surroundings",
  "board-killer": "surroundings",
  "back-fed": "surroundings",
  "vtx-unpowered": "joint",
  "prop-loose": "joint",
  "prop-face": "joint",
  "prop-side": "joint",
  "motor-bell-loose": "joint",
  "gimbal-unbalanced": "joint",
  "prop-not-locked": "joint",
  "folding-blade-stiff": "joint",
  "fan-blocked": "surroundings",
  "board-without-air": "surroundings",
  "ducts-catch-wind": "surroundings",
  "vtx-antenna-laid-badly": "surroundings",
  "rod-off": "joint",
  "voltage-lead-off": "joint",
  "current-sensor-off": "joint",
  "frame-resonance": "surroundings",
};

/** Writes into each fault where it lies, for those that do not lie in their part. */
export function withLiesIn(faults: readonly FaultMode[]): FaultMode[] {
  return faults.map((fault) => (LIES_IN[fault.id] ? { ...fault, liesIn: LIES_IN[fault.id]! } : fault));
}
