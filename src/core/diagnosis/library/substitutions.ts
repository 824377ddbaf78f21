import { type Hazard, type Zone } from "./library.types";
import { type Tool } from "./tools";

/*
 * How parts are swapped, replaced by a known-good one, or cut out, so that such checks can be generated for any craft.
 * Minutes and strengths are trade judgement, no published source.
 */

/** How a kind of part is replaced by a known-good spare for a test. */
export interface SpareTest {
  minutes: number;
  hazard: Hazard;
  needs: readonly Tool[];
  caution?: string;
  /** Other kinds of part whose faults often go away with it, since their plug is moved: strength of the link. */
  alsoCures?: Readonly<Record<string, number>>;
}

/** Kind of part → how a spare is tried. */
export const SPARE_TESTS: Readonly<Record<string, SpareTest>> = {
  camera: {
    minutes: 5,
    hazard: "powered, props off",
    needs: [],
    caution: "Some cameras take 5 V only: check what the pad carries before plugging a spare.",
    alsoCures: { camera_lead: 0.25 },
  },
  camera_lead: { minutes: 5, hazard: "powered, props off", needs: [] },
  video_transmitter: {
    minutes: 15,
    hazard: "powered, props off",
    needs: ["soldering iron"],
    caution: "A transmitter without its antenna burns out. Check that the spare takes this supply.",
    alsoCures: { video_antenna: 0.3 },
  },
  video_antenna: { minutes: 3, hazard: "powered, props off", needs: [], caution: "Fit it before power goes on." },
  antenna: { minutes: 6, hazard: "powered, props off", needs: [] },
  receiver: { minutes: 15, hazard: "powered, props off", needs: ["soldering iron"], alsoCures: { antenna: 0.8 } },
  satellite: { minutes: 12, hazard: "powered, props off", needs: [] },
  regulator: { minutes: 20, hazard: "powered, props off", needs: ["soldering iron", "meter"] },
  flight_controller: {
    minutes: 75,
    hazard: "powered, props off",
    needs: ["soldering iron", "USB lead"],
    caution: "Back up the settings first; the spare must be flashed for its own target.",
  },
  esc: {
    minutes: 25,
    hazard: "powered, props off",
    needs: ["soldering iron"],
    caution: "First power through a current limiter.",
  },
  motor: {
    minutes: 20,
    hazard: "powered, props off",
    needs: ["soldering iron"],
    caution: "Check its direction before a prop goes on.",
  },
  prop: { minutes: 4, hazard: "props on", needs: ["charged pack"], caution: "Props on: clear ground, eye protection." },
  servo: { minutes: 10, hazard: "powered, props off", needs: [], alsoCures: { linkage: 0.1 } },
  pack: {
    minutes: 6,
    hazard: "props on",
    needs: ["charged pack"],
    caution: "Props on: clear ground, eye protection, one person has the cut-off. Local rules come first.",
  },
  power_lead: { minutes: 20, hazard: "powered, props off", needs: ["soldering iron"] },
  gimbal: { minutes: 15, hazard: "powered, props off", needs: [] },
};

/** How two alike parts of one craft change places, and what it means when the fault stays where it was. */
export interface SwapTest {
  part: string;
  title: string;
  steps: readonly string[];
  minutes: number;
  needs: readonly Tool[];
  caution: string;
  follows: string;
  stays: string;
  /** Kind of part → strength: what the fault then lies in. */
  followsMeans: Readonly<Record<string, number>>;
  staysMeans: Readonly<Record<string, number>>;
}

/** Swaps by the name of the check. */
export const SWAP_TESTS: Readonly<Record<string, SwapTest>> = {
  "swap-motor": {
    part: "motor",
    title: "Swap the suspect motor with its neighbour: does the fault follow?",
    steps: [
      "Battery out. Swap the two motors, wires included.",
      "Battery in, props off, run both at the same throttle.",
    ],
    minutes: 20,
    needs: ["soldering iron"],
    caution: "Props off. Check direction before any prop goes back on.",
    follows: "Follows the motor",
    stays: "Stays with the arm and its ESC",
    followsMeans: { motor: 0.95 },
    staysMeans: { esc: 0.93, frame: 0.6 },
  },
  "swap-esc": {
    part: "esc",
    title: "Swap the suspect ESC with its neighbour: does the fault follow?",
    steps: [
      "Battery out. Swap the two ESCs with their signal wires.",
      "Battery in, props off, run both at the same throttle.",
    ],
    minutes: 30,
    needs: ["soldering iron"],
    caution: "First power through a current limiter. Props off.",
    follows: "Follows the ESC",
    stays: "Stays with the arm and its motor",
    followsMeans: { esc: 0.95 },
    staysMeans: { motor: 0.93, frame: 0.6 },
  },
  "swap-servo-leads": {
    part: "servo",
    title: "Swap two servo leads at the receiver: does the fault follow the lead?",
    steps: [
      "Battery out. Swap the leads of the suspect servo and of a quiet one.",
      "Battery in, blades and props off. Bring back the throttle at which it showed.",
    ],
    minutes: 5,
    needs: [],
    caution: "Rotor blades and props off. A swapped surface moves the wrong way: no flight like this.",
    follows: "Another servo shows it now: it follows the lead",
    stays: "The same servo shows it: it stays with the servo",
    followsMeans: { receiver: 0.9, wiring: 0.6, flight_controller: 0.5 },
    staysMeans: { servo: 0.95, linkage: 0.7 },
  },
  "swap-props": {
    part: "prop",
    title: "Swap two props of the same direction: does the shake follow?",
    steps: [
      "Battery out. Swap the props of two motors that turn the same way.",
      "Low hover or clamped run, watch which corner shakes.",
    ],
    minutes: 4,
    needs: ["charged pack"],
    caution: "Props on: clear ground or a guarded clamp, eye protection.",
    follows: "Follows the prop",
    stays: "Stays with the motor",
    followsMeans: { prop: 0.93 },
    staysMeans: { motor: 0.9, frame: 0.5 },
  },
};

/** How something is cut out of the path, and which kinds of part that clears when the fault is still there. */
export interface BypassTest {
  title: string;
  steps: readonly string[];
  minutes: number;
  hazard: Hazard;
  needs: readonly Tool[];
  caution: string;
  /** Kinds of part that must be fitted for it to make sense. */
  fitted: readonly string[];
  cutsOut: readonly string[];
  /** Kinds of part that stay in and still often calm down: a servo that jumps while the motor runs is quiet on a tester. */
  mayCalm?: Readonly<Record<string, number>>;
  /** Only faults that show in these zones: what is cut out is one function of the part, not all of it. */
  zones?: readonly Zone[];
}

/** Bypasses by the name of the check. */
export const BYPASS_TESTS: Readonly<Record<string, BypassTest>> = {
  "bypass-video-path": {
    title: "Join the camera straight to the transmitter",
    steps: [
      "Battery out. Join the camera's signal wire to the transmitter's input, past the flight controller.",
      "Insulate the joint before power. Battery in, props off, look at the screen.",
    ],
    minutes: 12,
    hazard: "powered, props off",
    needs: ["soldering iron"],
    caution:
      "Flown like this the overlay and its battery reading are gone: only with another way to watch the voltage.",
    fitted: ["camera", "video_transmitter", "flight_controller"],
    cutsOut: ["flight_controller"],
    zones: ["video"],
  },
  "bypass-regulator": {
    title: "Feed the 5 V rail from outside instead of its regulator",
    steps: [
      "Battery out. Lift the regulator's output off the rail.",
      "Feed 5.0 V with a current limit to the rail, common ground. Bring the fault back, props off.",
    ],
    minutes: 15,
    hazard: "powered, props off",
    needs: ["current limiter", "soldering iron"],
    caution: "Never feed a rail that its regulator still feeds.",
    fitted: ["flight_controller"],
    cutsOut: ["regulator"],
  },
  "bypass-pack": {
    title: "Feed the craft from the bench supply instead of pack and main lead",
    steps: [
      "Pack out. Bench supply with a current limit straight to the ESC's pads.",
      "Props off, bring the fault back.",
    ],
    minutes: 8,
    hazard: "powered, props off",
    needs: ["current limiter"],
    caution: "Set voltage and limit before joining; mind the polarity.",
    fitted: ["pack"],
    cutsOut: ["pack", "power_lead"],
  },
  "bypass-radio": {
    title: "Move motors and surfaces from USB instead of by radio",
    steps: ["Props off. Board on USB, battery in.", "Move each output from the computer; try to bring the fault back."],
    minutes: 4,
    hazard: "powered, props off",
    needs: ["USB lead"],
    caution: "Props off: motors start without warning.",
    fitted: ["flight_controller", "receiver"],
    cutsOut: ["receiver", "antenna", "ground"],
  },
  "bypass-board": {
    title: "Drive the suspect ESC from a servo tester",
    steps: [
      "Props off. Take the ESC's signal wire off the board, onto the servo tester.",
      "Battery in, run it up slowly.",
    ],
    minutes: 8,
    hazard: "powered, props off",
    needs: ["servo tester"],
    caution: "Props off. Only for ESCs that take servo pulses.",
    fitted: ["flight_controller", "esc"],
    cutsOut: ["flight_controller"],
    zones: ["motors", "flight"],
  },
  "bypass-servo-drive": {
    title: "Drive the suspect servo from a servo tester",
    steps: [
      "Battery out. Unplug the servo, plug it into the tester with its own 5 V.",
      "Sweep it slowly, then hold it still.",
    ],
    minutes: 4,
    hazard: "unpowered",
    needs: ["servo tester"],
    caution: "Keep fingers out of the linkage.",
    fitted: ["servo"],
    cutsOut: ["receiver", "regulator", "flight_controller", "wiring"],
    mayCalm: { servo: 0.35 },
    zones: ["servos", "head", "tail"],
  },
};
