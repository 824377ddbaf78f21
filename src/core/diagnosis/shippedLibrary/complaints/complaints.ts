import { alsoInFlight, inFlight } from "./complaintsInFlight";
import { ofPower } from "./complaintsOfPower";
import { ofTheCamera } from "./complaintsOfTheCamera";
import { onTheGround } from "./complaintsOnTheGround";
import { adjusting, family, fault, lookAgain } from "../family";
import { MOTORS_TURN, PROPS_ON } from "../kinds";

/*
 * What customers and pilots see, across all families: the complaints that start a case. Each links every fault that shows
 * like this, from whichever family. Trade judgement and guesses; no published source.
 */

/** Complaints, and the checks that look at them once more. */
export const complaints = family({
  repairs: [adjusting("teach-pilot", "Fly it with the pilot and set rates and modes to taste", 30)],
  faults: [
    fault(
      "rates-wild",
      "settings",
      "teach-pilot",
      0.012,
      "Rates or expo not to the pilot's taste",
      "Nothing measures wrong; it answers faster or slower than this pilot expects.",
      {
        grade: "guess",
        when: [{ history: ["firmware", "first-flight"], factor: 3 }],
      },
    ),
  ],
  seen: [...onTheGround, ...inFlight, ...ofPower, ...ofTheCamera, ...alsoInFlight],
  questions: [],
  checks: [
    lookAgain(
      "hover-and-feel",
      {
        title: "Hover low by eye and sort the complaint",
        steps: [
          "Head height or less, by eye, nobody near.",
          "Shake, wobble, lean, or clean? Land at once when it grows.",
        ],
        minutes: 4,
        hazard: "props on",
        needs: ["charged pack"],
        cautions: [PROPS_ON],
      },
      [
        ["shakes", "A fine shake", { shakes: true }],
        ["oscillates", "A slow or fast wobble", { shakes: false, oscillates: true }],
        ["leans", "It leans or drifts", { shakes: false, oscillates: false, "drifts-level": true }],
        ["clean", "Clean", { shakes: false, oscillates: false, "drifts-level": false }],
      ],
    ),
    lookAgain(
      "arm-on-bench",
      {
        title: "Try to arm on the bench",
        steps: ["Props off, radio on, battery in.", "Arm. Then move each stick: does anything answer?"],
        minutes: 1,
        hazard: "powered, props off",
        cautions: [MOTORS_TURN],
      },
      [
        ["dead", "Nothing answers", { "no-answer-to-sticks": true }],
        ["refuses", "Answers, but will not arm", { "no-answer-to-sticks": false, "wont-arm": true }],
        ["arms", "It arms", { "no-answer-to-sticks": false, "wont-arm": false }],
      ],
    ),
    lookAgain(
      "run-each-motor",
      {
        title: "Run each motor by itself at low throttle",
        steps: ["Props off, battery in.", "One motor at a time: starts, runs smooth, sounds like its neighbours?"],
        minutes: 3,
        hazard: "powered, props off",
        cautions: [MOTORS_TURN],
      },
      [
        ["dead", "One does not start", { "motor-wont-start": true }],
        ["noisy", "All start, one grinds", { "motor-wont-start": false, "motor-noise": true }],
        ["clean", "All start and sound alike", { "motor-wont-start": false, "motor-noise": false }],
      ],
    ),
    lookAgain(
      "count-satellites",
      {
        title: "Count satellites under open sky",
        steps: ["Outdoors, two minutes after power-on.", "How many?"],
        minutes: 4,
        hazard: "powered, props off",
        measure: { quantity: "Satellites", unit: "", bands: [{ below: 8, outcomeId: "few" }, { outcomeId: "plenty" }] },
      },
      [
        ["few", "Fewer than 8", { "no-satellites": true }],
        ["plenty", "8 or more", { "no-satellites": false }],
      ],
    ),
    lookAgain(
      "servos-on-bench",
      {
        title: "Move every surface by stick and let go",
        steps: ["Props and blades off.", "Right way, whole way, back to centre, quiet?"],
        minutes: 2,
        hazard: "powered, props off",
        fitted: { servo: 1 },
      },
      [
        ["limp", "One is limp", { "surface-limp": true }],
        ["wrong", "One goes the wrong way", { "surface-limp": false, "wrong-way": true }],
        ["jumps", "One jumps", { "surface-limp": false, "wrong-way": false, "servo-jumps": true }],
        ["right", "All right", { "surface-limp": false, "wrong-way": false, "servo-jumps": false }],
      ],
    ),
  ],
  linksTo: {
    dropped: {
      "esc-cutoff": 0.5,
      "esc-overheats": 0.3,
      "esc-undersized": 0.4,
      "joint-cold": 0.6,
      "connector-worn": 0.4,
      "gyro-damaged": 0.2,
      "transmitter-low": 0.3,
      "pack-aged": 0.2,
      "receiver-output": 0.05,
      "wire-short": 0.3,
    },
    "one-corner": {
      "esc-signal-wire": 0.7,
      "motor-phase-wire": 0.8,
      "motor-magnet-loose": 0.6,
      "motor-bell-loose": 0.6,
      "prop-hub-cracked": 0.7,
      "esc-undersized": 0.5,
      "arm-delaminated": 0.2,
      "motor-screw": 0.5,
      "joint-cold": 0.3,
      "gyro-damaged": 0.2,
    },
    sank: {
      "pack-aged": 0.5,
      "esc-cutoff": 0.3,
      "transmitter-low": 0.5,
      "link-disturbed": 0.5,
      overweight: 0.2,
      "barometer-exposed": 0.1,
    },
    "lamps-out": { "joint-cold": 0.7, "connector-worn": 0.5, "wire-short": 0.5 },
    "lamps-dim-first": { "pack-aged": 0.4, "connector-worn": 0.3 },
    "restarts-on-floor": { "joint-cold": 0.4, "gyro-damaged": 0.1 },
    "late-in-pack": { "pack-aged": 0.8, "esc-cutoff": 0.7, "esc-overheats": 0.6 },
    "burnt-trace": {
      "polarity-reversed": 0.6,
      "rail-voltage-wrong": 0.6,
      "wire-short": 0.7,
      "esc-undersized": 0.6,
      "motor-screw": 0.5,
      "connector-worn": 0.3,
      "board-dead": 0.3,
      "gimbal-motor": 0.1,
    },
    "picture-black": { "gimbal-ribbon": 0.5, "polarity-reversed": 0.3, "rail-voltage-wrong": 0.4 },
    "picture-static": { "rail-voltage-wrong": 0.4, "polarity-reversed": 0.3 },
    "picture-comes-and-goes": { "gimbal-ribbon": 0.5, "joint-cold": 0.2 },
    "rail-sags": { "servo-overtravel": 0.4, "hinge-binds": 0.2, "connector-worn": 0.15 },
    "stutters-on-jab": {
      "motor-phase-wire": 0.8,
      "esc-signal-wire": 0.4,
      "motor-magnet-loose": 0.5,
      "esc-settings-differ": 0.3,
      "motor-bearing": 0.1,
    },
    "winding-off": { "motor-phase-wire": 0.8, "motor-screw": 0.3 },
    "esc-phase-off": { "polarity-reversed": 0.2 },
    "main-lead-cuts": { "joint-cold": 0.4, "connector-worn": 0.4 },
    "board-lead-resets": { "joint-cold": 0.2, "stack-loose": 0.2 },
    "cell-spread": { "pack-aged": 0.5, "balance-lead-broken": 0.3 },
    "signal-drops": { "link-disturbed": 0.6, "transmitter-low": 0.2 },
    "load-high": { "filters-off": 0.1 },
    "prop-slips": { "prop-hub-cracked": 0.2 },
    "camera-no-5v": { "rail-voltage-wrong": 0.5, "polarity-reversed": 0.3 },
    "vtx-no-supply": { "joint-cold": 0.4, "rail-voltage-wrong": 0.3 },
  },
});
