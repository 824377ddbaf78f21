import { type FaultMode, type Harm } from "../../library/library.types";

/*
 * What power, or turning props, would do with a fault still there: parts that go with it, a fall, a fire. In cents of the
 * library's own reckoning, in which an hour's work is 5400. Trade judgement, no published source.
 */

const harm = (powered: number, propsOn: number): Harm => ({ powered, propsOn, grade: "judgement" });

/** A switch, a winding or a wire that takes its neighbours along. */
const BURNS = harm(5000, 2000);
/** Falls out of the air. */
const FALLS = harm(0, 8000);
/** Flips or tumbles over on the spot. */
const FLIPS = harm(0, 4000);
/** Goes where nobody steers it. */
const RUNS_OFF = harm(0, 15000);

const HARM: Readonly<Record<string, Harm>> = {
  "pack-swollen": harm(40000, 40000),
  "esc-phase": BURNS,
  "motor-winding": harm(2500, 2000),
  "motor-screw": BURNS,
  "motor-phase-wire": harm(1500, 2000),
  "wire-short": harm(7000, 0),
  "power-bridge": harm(9000, 0),
  "polarity-reversed": harm(7000, 0),
  "rail-voltage-wrong": harm(4000, 0),
  "board-burnt": harm(4000, 2000),
  "board-killer": harm(8000, 0),
  "back-fed": harm(6000, 0),
  "water-inside": harm(8000, 2000),
  "device-shorted": harm(3000, 0),
  "vtx-antenna": harm(2500, 0),
  "motor-grit": harm(0, 1500),
  "esc-undersized": harm(0, 4000),
  "esc-desync": harm(0, 5000),
  "regulator-weak": FALLS,
  "rail-overloaded": FALLS,
  "power-lead": FALLS,
  "joint-cold": FALLS,
  "board-lead": FALLS,
  "connector-worn": harm(500, 4000),
  "pack-collapse": FALLS,
  "loop-overload": harm(0, 6000),
  "failsafe-misset": RUNS_OFF,
  "receiver-dying": FALLS,
  "antenna-damaged": FALLS,
  "transmitter-antenna": FALLS,
  "phase-joint-cold": harm(0, 5000),
  "motor-mount-loose": FLIPS,
  "rod-off": RUNS_OFF,
  "tail-blade-damaged": FLIPS,
  "tail-grip-stiff": FLIPS,
  "prop-loose": FLIPS,
  "prop-hub-cracked": FLIPS,
  "prop-nicked": harm(0, 1500),
  "prop-side": harm(0, 2000),
  "prop-face": harm(0, 1500),
  "motor-order": FLIPS,
  "motor-direction": FLIPS,
  "main-motor-backwards": harm(0, 500),
  "board-orientation": FLIPS,
  "channel-order": RUNS_OFF,
  "model-memory": RUNS_OFF,
  "mixer-wrong": RUNS_OFF,
  "stabilisation-reversed": RUNS_OFF,
  "servo-reversed": RUNS_OFF,
  "tail-gyro-reversed": RUNS_OFF,
  "cg-aft": RUNS_OFF,
  "servo-dead": RUNS_OFF,
  "servo-stripped": RUNS_OFF,
  "horn-loose": RUNS_OFF,
  "linkage-worn": harm(0, 5000),
  "arm-delaminated": FLIPS,
  "arm-screws-loose": harm(0, 3000),
  "spar-cracked": RUNS_OFF,
  "glue-failed": FALLS,
  "tail-brace-loose": FALLS,
  "boom-twisted": FALLS,
  "spindle-bent": RUNS_OFF,
  "belt-slips": FALLS,
  "main-bearing": harm(0, 6000),
  "lead-in-duct": harm(2500, 4000),
  "duct-lining-loose": harm(0, 4000),
  "duct-cracked": harm(0, 2000),
  "duct-strut-cracked": FLIPS,
  "board-without-air": harm(1500, 4000),
  "tail-lead-broken": harm(1500, 8000),
  "yaw-servo-reversed": FLIPS,
  "tail-pin-bent": harm(0, 4000),
  "servo-rate-too-high": harm(1500, 4000),
  "prop-not-locked": FLIPS,
  "fan-blocked": harm(1000, 0),
  "arms-not-open": FLIPS,
  "fold-contact": FALLS,
  "boom-soft": harm(0, 5000),
  "lift-starts-late": FALLS,
};

/** Writes its harm into each fault of a library that has one. */
export function withHarm(faults: readonly FaultMode[]): FaultMode[] {
  return faults.map((fault) => (HARM[fault.id] ? { ...fault, harm: HARM[fault.id]! } : fault));
}
