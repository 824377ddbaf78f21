import { type ProofNeeds } from "./proofNeeds";

/** How a proof is done, mildest first: the ladder. Nothing on a higher rung starts before the lower ones are met. */
export const RUNGS = ["bench, unpowered", "bench, props off", "props on, at a distance", "flight"] as const;
export type Rung = (typeof RUNGS)[number];

/** One proof a repaired craft can be asked for. */
export interface ProofKind {
  title: string;
  how: string;
  rung: Rung;
  /** Proofs that must be met or waived before this one makes sense. */
  after: readonly string[];
  cautions: readonly string[];
  /** What it takes to meet it, besides looking. */
  needs?: ProofNeeds;
  /** A symptom of the isolate library that a failure proves, where there is a plain one. */
  failureSymptom?: string;
}

const PROPS_OFF = "Props off.";
const PROPS_ON = "Props on: clear ground, eye protection, nobody in the prop disc, one person has the cut-off.";
const FLIGHT = "Local aviation and site rules come first. Not indoors, not over people, not at night when tired.";

/** Every proof by id. Common practice of the trade, no published source. */
export const PROOF_KINDS = {
  continuity: {
    title: "Continuity: no short from power to ground",
    how: "Battery out. Ground to ground beeps; power to ground beeps once while capacitors charge, then is silent.",
    rung: "bench, unpowered",
    after: [],
    cautions: [],
    failureSymptom: "power-to-ground",
  },
  mounting: {
    title: "Mounting, wires tied, forward arrow",
    how: "Straight, screws tight, nothing loose, no wire in a prop's way, the board's arrow as planned.",
    rung: "bench, unpowered",
    after: [],
    needs: { photo: "the craft as it is closed up" },
    cautions: [],
  },
  "prop-balance": {
    title: "Prop balance, direction and face",
    how: "Balance as the shop does for its size; look that each prop turns the right way with its face up.",
    rung: "bench, unpowered",
    after: [],
    cautions: [],
  },
  "balance-point": {
    title: "Centre of gravity",
    how: "Pack in place. Compare the balance point with the craft's sheet.",
    rung: "bench, unpowered",
    after: ["mounting"],
    needs: {
      figures: {
        fields: [
          { id: "found", label: "balances at", unit: "mm" },
          { id: "sheet", label: "sheet says", unit: "mm" },
        ],
        rule: { kind: "apart", of: "found", from: "sheet", atMost: 5 },
      },
    },
    cautions: [],
  },
  "rail-volts": {
    title: "Rail volts at the pad, before the new part sees them",
    how: "The new part is not on it yet. Jumper read, power through the limiter, meter on the very pad; then power off again, and the part goes on.",
    rung: "bench, props off",
    after: ["continuity"],
    needs: {
      figures: {
        fields: [
          { id: "pad", label: "pad has", unit: "V" },
          { id: "lowest", label: "the part takes from", unit: "V" },
          { id: "highest", label: "to", unit: "V" },
        ],
        rule: { kind: "between", of: "pad", from: "lowest", to: "highest" },
      },
    },
    cautions: [PROPS_OFF, "A 5 V part on a 10 V rail burns at once."],
  },
  "first-power": {
    title: "First power through a current limiter",
    how: "Limiter in line, watch the amps: they must fall to standby within a second. Smell and touch.",
    rung: "bench, props off",
    after: ["continuity", "rail-volts"],
    needs: {
      figures: {
        fields: [
          { id: "standby", label: "standby", unit: "A" },
          { id: "limiter", label: "limiter set to", unit: "A" },
        ],
        // A limiter that limits shows its own setting: a short behind it looks like a standby of just so much.
        rule: { kind: "well below", of: "standby", limit: "limiter", share: 0.8 },
      },
    },
    cautions: [PROPS_OFF, "Have the fire-safe place at hand."],
    failureSymptom: "limiter-trips",
  },
  settings: {
    title: "Settings restored and compared with the backup",
    how: "Right firmware target, settings from before the swap, differences explained.",
    rung: "bench, props off",
    after: ["first-power"],
    cautions: [PROPS_OFF],
  },
  "voltage-scale": {
    title: "Voltage reading against a meter",
    how: "Compare the craft's own reading with a meter at the pack; correct the factor.",
    rung: "bench, props off",
    after: ["first-power"],
    needs: {
      figures: {
        fields: [
          { id: "shown", label: "craft shows", unit: "V" },
          { id: "meter", label: "meter says", unit: "V" },
        ],
        rule: { kind: "agree", of: "shown", with: "meter", withinShare: 0.02 },
      },
    },
    cautions: [PROPS_OFF],
    failureSymptom: "volts-against-meter",
  },
  "current-scale": {
    title: "Current reading against an inline meter",
    how: "Compare at several throttles, or against the charger after a flight; correct the factor.",
    rung: "bench, props off",
    after: ["voltage-scale"],
    needs: {
      measured: ["meter"],
      figures: {
        fields: [
          { id: "shown", label: "craft shows", unit: "A" },
          { id: "meter", label: "meter says", unit: "A" },
        ],
        rule: { kind: "agree", of: "shown", with: "meter", withinShare: 0.05 },
      },
    },
    cautions: [PROPS_OFF],
    failureSymptom: "meter-wrong",
  },
  accelerometer: {
    title: "Accelerometer calibration",
    how: "Six faces, level first, still on each.",
    rung: "bench, props off",
    after: ["settings"],
    cautions: [PROPS_OFF],
  },
  alignment: {
    title: "Board alignment",
    how: "Tip the craft nose down, right side down, turn it right: the display must follow.",
    rung: "bench, props off",
    after: ["accelerometer"],
    cautions: [PROPS_OFF],
  },
  "motor-map": {
    title: "Motor order and direction",
    how: "Turn each motor by itself at the lowest throttle; order and direction as on the craft's sheet.",
    rung: "bench, props off",
    after: ["first-power"],
    cautions: [PROPS_OFF],
    failureSymptom: "motor-directions",
  },
  "esc-settings": {
    title: "ESC settings alike, end points calibrated",
    how: "Timing, direction, braking, protection, protocol alike on all; end points if the protocol is analogue.",
    rung: "bench, props off",
    after: ["first-power"],
    needs: { measured: ["esc-settings"] },
    cautions: [PROPS_OFF],
    failureSymptom: "esc-settings-read",
  },
  "surfaces-stick": {
    title: "Surface directions by stick",
    how: "Each stick moves its surface the right way, full and free travel.",
    rung: "bench, props off",
    after: ["first-power"],
    cautions: [PROPS_OFF],
    failureSymptom: "wrong-way",
  },
  "surfaces-stabilised": {
    title: "Surface directions by stabilisation",
    how: "Stabilised mode: nose up by hand must move the elevator down, and so on for each axis. Not the same as the stick check.",
    rung: "bench, props off",
    after: ["surfaces-stick", "alignment"],
    cautions: [PROPS_OFF],
    failureSymptom: "stabilisation-by-hand",
  },
  "servo-setup": {
    title: "Servo centre, travel and direction",
    how: "Centre and travel measured, linkage free at both ends, no stall against a stop.",
    rung: "bench, props off",
    after: ["first-power"],
    needs: {
      measured: ["servo"],
      figures: {
        fields: [
          { id: "centre", label: "centre", unit: "µs" },
          { id: "travel", label: "travel each way", unit: "°" },
        ],
      },
    },
    cautions: [PROPS_OFF],
  },
  "receiver-map": {
    title: "Receiver channels, end points, arm switch",
    how: "Each stick moves its own channel over the full range; the arm switch is off by default.",
    rung: "bench, props off",
    after: ["first-power"],
    cautions: [PROPS_OFF],
  },
  "failsafe-bench": {
    title: "Failsafe on the bench",
    how: "Transmitter off: motors and surfaces do what was set.",
    rung: "bench, props off",
    after: ["receiver-map"],
    cautions: [PROPS_OFF],
    failureSymptom: "link-loss-cuts",
  },
  "range-check": {
    title: "Range check at low output",
    how: "Walk the distance the maker names at reduced output; the link must hold all round.",
    rung: "bench, props off",
    after: ["failsafe-bench"],
    needs: {
      figures: {
        fields: [
          { id: "walked", label: "held to", unit: "m" },
          { id: "named", label: "maker names", unit: "m" },
        ],
        rule: { kind: "not below", of: "walked", limit: "named" },
      },
    },
    cautions: [PROPS_OFF],
    failureSymptom: "link-poor",
  },
  "power-draw": {
    title: "Power draw against the baseline",
    how: "Sweep idle, cruise, full on the rig, clamped and guarded; compare at one voltage.",
    rung: "bench, props off",
    after: ["motor-map"],
    needs: { measured: ["power-draw", "power"], baseline: true },
    cautions: ["Craft clamped and guarded, nobody in the prop disc, one person has the cut-off."],
    failureSymptom: "draws-too-much",
  },
  "cells-under-load": {
    title: "Cell spread and sag under load",
    how: "Load step; cells stay together, sag as the pack's label allows.",
    rung: "bench, props off",
    after: [],
    needs: {
      measured: ["pack"],
      figures: {
        fields: [{ id: "spread", label: "cells differ by", unit: "mV" }],
        rule: { kind: "at most", of: "spread", value: 50 },
      },
    },
    cautions: ["A swollen or warm pack goes to the fire-safe place."],
    failureSymptom: "cell-spread",
  },
  "picture-bench": {
    title: "Picture on the bench, overlay and battery reading",
    how: "Ten minutes with air over the transmitter: picture steady, overlay right.",
    rung: "bench, props off",
    after: ["first-power"],
    needs: { photo: "the screen with picture and overlay" },
    cautions: [PROPS_OFF, "Never without the video antenna."],
  },
  "picture-range": {
    title: "Picture at a distance",
    how: "Carry the craft fifty metres away and turn it; the picture holds.",
    rung: "bench, props off",
    after: ["picture-bench"],
    needs: {
      figures: {
        fields: [{ id: "distance", label: "carried away", unit: "m" }],
        rule: { kind: "at least", of: "distance", value: 50 },
      },
    },
    cautions: [PROPS_OFF],
    failureSymptom: "picture-breaks-up-near",
  },
  airspeed: {
    title: "Airspeed, pitot covered and blown on",
    how: "Covered against the wind it shows nothing, and holds there; a breath towards it, never into it, makes it rise.",
    rung: "bench, props off",
    after: ["first-power"],
    needs: {
      figures: {
        fields: [{ id: "covered", label: "covered it shows", unit: "m/s" }],
        rule: { kind: "at most", of: "covered", value: 2 },
      },
    },
    cautions: [PROPS_OFF],
  },
  compass: {
    title: "Compass calibration",
    how: "Outdoors, away from metal and charged things, about 1.5 m above ground.",
    rung: "bench, props off",
    after: ["alignment"],
    cautions: [PROPS_OFF],
  },
  "gimbal-level": {
    title: "Gimbal level and travel",
    how: "Level on a level table, free travel on each axis, no buzz.",
    rung: "bench, props off",
    after: ["first-power"],
    cautions: [PROPS_OFF],
  },
  "arm-at-distance": {
    title: "Arm with props on, at a distance",
    how: "Arm, lowest throttle, listen: no shake, no noise. Disarm, raise the throttle so that it cannot arm, unplug, feel the motors.",
    rung: "props on, at a distance",
    after: ["motor-map", "failsafe-bench", "prop-balance"],
    cautions: [PROPS_ON],
  },
  "blade-tracking": {
    title: "Blades track: one disc, not two",
    how: "Spool up at a distance, tips marked; a helper well outside the disc looks along it at eye height.",
    rung: "props on, at a distance",
    after: ["prop-balance", "servo-setup"],
    cautions: [PROPS_ON],
    failureSymptom: "head-wobbles",
  },
  "bump-sticks": {
    title: "Bump the sticks: it rocks the right way",
    how: "At the edge of lift, small inputs on each axis; it must answer the right way.",
    rung: "props on, at a distance",
    after: ["arm-at-distance"],
    cautions: [PROPS_ON, FLIGHT],
  },
  "low-hover": {
    title: "Long low hover by eye",
    how: "About 1.5 m, by eye, two minutes. Then hot motors? smoke? noise? anything loose?",
    rung: "flight",
    after: ["bump-sticks"],
    needs: {
      figures: {
        fields: [{ id: "hover", label: "hovered", unit: "s" }],
        rule: { kind: "at least", of: "hover", value: 120 },
      },
    },
    cautions: [PROPS_ON, FLIGHT],
  },
  "low-pass": {
    title: "First flight, straight passes by eye",
    how: "Manual mode first, two mistakes high, three passes; then stabilised, hand on the mode switch.",
    rung: "flight",
    after: ["surfaces-stick", "range-check", "arm-at-distance"],
    cautions: [PROPS_ON, FLIGHT],
  },
  "self-level": {
    title: "Basic self-level mode",
    how: "Let go of the stick: it levels and stays level.",
    rung: "flight",
    after: ["low-hover", "low-pass", "accelerometer"],
    cautions: [FLIGHT],
    failureSymptom: "drifts-level",
  },
  "position-hold": {
    title: "Position hold",
    how: "Two minutes in place: proves satellite, compass, barometer and hover throttle.",
    rung: "flight",
    after: ["self-level", "compass"],
    needs: {
      figures: {
        fields: [{ id: "hold", label: "held", unit: "s" }],
        rule: { kind: "at least", of: "hold", value: 120 },
      },
    },
    cautions: [FLIGHT],
    failureSymptom: "circles-in-hold",
  },
  "come-home": {
    title: "Come-home from far enough away",
    how: "Far enough that it does not just land; hand on the mode switch.",
    rung: "flight",
    after: ["position-hold"],
    needs: {
      figures: { fields: [{ id: "distance", label: "from", unit: "m" }] },
    },
    cautions: [FLIGHT],
    failureSymptom: "wont-come-home",
  },
  "picture-flight": {
    title: "Picture in flight",
    how: "A helper watches the craft; fly a circuit on the picture, full throttle once.",
    rung: "flight",
    after: ["low-hover", "low-pass", "picture-range"],
    needs: { witness: "the helper who watched the craft" },
    cautions: [FLIGHT],
    failureSymptom: "picture-comes-and-goes",
  },
  "full-throttle": {
    title: "Full throttle",
    how: "Five seconds straight up or straight ahead; then feel motors and ESCs.",
    rung: "flight",
    after: ["low-hover", "low-pass"],
    needs: {
      figures: {
        fields: [{ id: "full", label: "full for", unit: "s" }],
        rule: { kind: "at least", of: "full", value: 5 },
      },
    },
    cautions: [FLIGHT],
  },
  "tail-hold": {
    title: "Tail holds",
    how: "Low hover: yaw stopped dead both ways, collective pumped; the tail neither wags nor drifts, and the head keeps its speed.",
    rung: "flight",
    after: ["low-hover"],
    cautions: [FLIGHT],
    failureSymptom: "tail-wags",
  },
  payload: {
    title: "Hover with the load it will carry",
    how: "The load at its lashing points. Up out of its own wash, two minutes; then feel motors, ESCs and leads.",
    rung: "flight",
    after: ["low-hover", "low-pass"],
    needs: {
      figures: {
        fields: [{ id: "hover", label: "held for", unit: "s" }],
        rule: { kind: "at least", of: "hover", value: 120 },
      },
    },
    cautions: [FLIGHT, "Nobody under the load."],
  },
  endurance: {
    title: "Endurance, down to the planned reserve",
    how: "Fly as it is used, by the clock, land with the reserve left. What the charger puts back stays within what was planned.",
    rung: "flight",
    after: ["low-hover", "low-pass", "full-throttle"],
    needs: {
      figures: {
        fields: [
          { id: "putBack", label: "charger put back", unit: "mAh" },
          { id: "planned", label: "planned to use", unit: "mAh" },
        ],
        rule: { kind: "not above", of: "putBack", limit: "planned" },
      },
    },
    cautions: [FLIGHT],
  },
  "clean-time": {
    title: "Clean time for an intermittent fault",
    how: "Fly until so clean a time would be under 5 % likely if nothing had changed. Log every sortie.",
    rung: "flight",
    after: ["low-hover", "low-pass"],
    needs: { sorties: true },
    cautions: [FLIGHT],
  },
} as const satisfies Record<string, ProofKind>;

/** A kind of proof. */
export type ProofKindId = keyof typeof PROOF_KINDS;

/** The kind with its id, typed plainly; undefined for an unknown id. */
export function findProofKind(id: string): ProofKind | undefined {
  return (PROOF_KINDS as Record<string, ProofKind>)[id];
}
