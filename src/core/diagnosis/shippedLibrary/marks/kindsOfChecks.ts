import { type Check } from "../../library/library.types";
import { HELICOPTERS, MULTIROTORS, WINGS, WITH_PROPS, WITH_SERVOS } from "../kinds";

/*
 * Checks that only make sense on some kinds of craft: what a craft does not have is not looked at. Common practice, no published
 * source.
 */

const KINDS: readonly (readonly [kinds: readonly string[], checks: readonly string[]])[] = [
  [MULTIROTORS, ["motor-labels"]],
  [HELICOPTERS, ["tail-blades-look"]],
  [WITH_PROPS, ["tone-at-one-throttle", "old-props-back", "prop-nuts-tried"]],
  [
    WITH_SERVOS,
    [
      "servos-on-bench",
      "stabilisation-by-hand",
      "surface-in-log",
      "stick-directions",
      "throttle-cut-and-sticks",
      "horn-turns",
      "surfaces-together",
      "push-surface",
      "surface-play",
      "servo-at-rest",
      "jumps-at-throttle",
      "servo-moves",
      "horn-at-centre",
      "hinge-by-hand",
      "servo-hum-at-ends",
      "servo-amps",
      "lead-moved-away",
    ],
  ],
  [
    ["vertical take-off"],
    [
      "transition-in-log",
      "tilt-moves",
      "tilt-by-hand",
      "tilt-angles",
      "lift-motors-upright",
      "lift-props-in-flight",
      "wing-plug-moved",
      "wing-lock-rocked",
      "pusher-in-hover",
      "boom-twisted-by-hand",
      "lift-called-back",
      "weathercock-read",
    ],
  ],
  [
    WINGS,
    [
      "airspeed-at-rest",
      "airspeed-by-breath",
      "pitot-looks",
      "airspeed-with-throttle",
      "blades-fold",
      "launch-in-log",
      "hinge-line-looks",
    ],
  ],
  [
    ["octo", "hexa"],
    [
      "fold-joints-rocked",
      "packs-compared",
      "parallel-lead-beeped",
      "release-on-bench",
      "gear-on-bench",
      "still-without-load",
      "rocking-in-step",
      "coaxial-marks",
      "pack-contacts-look",
      "fold-contacts-moved",
      "units-compared",
    ],
  ],
  [
    ["ducted quad"],
    [
      "duct-rub-marks",
      "duct-gap",
      "duct-inside-looks",
      "duct-pressed",
      "duct-struts-pressed",
      "duct-lining-looks",
      "duct-screws",
      "leads-clear-of-ducts",
      "duct-gap-wide",
      "steady-with-a-fan",
      "steady-without-wind",
    ],
  ],
  [
    ["tricopter"],
    [
      "tail-tilt-by-hand",
      "tail-pivot-rocked",
      "tail-tilt-direction",
      "tail-upright-at-rest",
      "tail-leads-moved",
      "tail-travel-measured",
      "servo-rate-read",
      "tail-free-without-servo",
      "yaw-gain-lower",
      "nose-swings-on",
      "tail-link-rocked",
      "front-arms-measured",
    ],
  ],
  [
    ["camera drone"],
    [
      "eyes-look",
      "eye-self-test",
      "arms-open-fully",
      "region-message",
      "blades-swing",
      "quick-locks",
      "fan-looks",
      "limits-read",
      "other-screen-lead",
      "legs-look",
      "module-versions",
    ],
  ],
  [MULTIROTORS, ["wobbles-coming-down", "only-at-idle", "motors-sighted"]],
  [WINGS, ["motor-mount-rocked"]],
  [WITH_SERVOS, ["rods-looked-at"]],
  [HELICOPTERS, ["one-way-turned", "head-speed-without-governor"]],
  [WINGS, ["balance-point", "nose-drops", "wing-flex", "wing-angles", "glide-against-power", "hinge-gap"]],
  [
    [...WINGS, ...HELICOPTERS],
    ["rock-tail", "sight-along"],
  ],
  [
    HELICOPTERS,
    [
      "tail-gyro-by-hand",
      "tail-after-a-still-start",
      "head-speed-log",
      "rock-blades",
      "watch-track",
      "blade-pitch-alike",
      "blade-balance",
      "swash-level",
      "belt-by-hand",
      "slider-by-hand",
      "tail-grips-turn",
      "gear-by-hand",
      "blade-grips-turn",
      "spindle-roll",
      "tail-gain-lower",
    ],
  ],
  [
    WITH_PROPS,
    [
      "prop-faces",
      "prop-sides",
      "hold-props",
      "prop-edges",
      "prop-hubs",
      "prop-balance",
      "prop-marks",
      "prop-size",
      "blow-test",
    ],
  ],
  [
    [...MULTIROTORS, "vertical take-off"],
    ["twist-arms", "arm-screws", "motor-order-check", "motor-outputs-hover", "motors-start-together"],
  ],
];

/** Writes into each check of a library on which kinds of craft it is done, for those that are not done on all. */
export function withKinds(checks: readonly Check[]): Check[] {
  const kindsOf = new Map(KINDS.flatMap(([kinds, ids]) => ids.map((id) => [id, kinds] as const)));
  return checks.map((check) => {
    const craftKinds = kindsOf.get(check.id);
    return craftKinds ? { ...check, craftKinds } : check;
  });
}
