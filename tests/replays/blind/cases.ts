import { type CaseContext } from "../../../src/core/diagnosis/library/library.types";

/** What a story of `stories.ts` is in the library's words. */
export interface BlindCase {
  context: CaseContext;
  /** Symptoms of the complaint, in the order told; "!" before one that was told not to be so. */
  seen: readonly string[];
  /** Answers of the checks that the technician made, as `check:outcome`. */
  checks: readonly string[];
  /** Fault modes that are right; empty when the library has none. */
  causes: readonly string[];
}

/** A case in one line each: kind, phase, history, causes, complaints, answers. */
export const of = (
  craftKind: string,
  phase: CaseContext["phase"],
  history: CaseContext["history"],
  causes: string,
  seen: string,
  checks: string,
): BlindCase => ({
  context: { craftKind, phase, history },
  causes: causes.split(" ").filter(Boolean),
  seen: seen.split(" ").filter(Boolean),
  checks: checks.split(" ").filter(Boolean),
});

/**
 * By the story's id. As they stood at first is in `first-run.txt`; since then eleven have the findings and causes that the library
 * lacked when they were written.
 */
export const CASES: Readonly<Record<string, BlindCase>> = {
  "soot-at-the-back": of("quad", "landing", "crash", "esc-phase", "one-corner burnt-trace", "power-to-ground:yes"),
  "beeps-for-ever": of(
    "quad",
    "landing",
    "crash",
    "board-burnt",
    "sparks-or-trips burnt-trace",
    "power-to-ground:yes board-corner-burnt:yes lift-consumers:no",
  ),
  "screw-through-the-winding": of(
    "quad",
    "take-off",
    "repair",
    "motor-screw",
    "one-corner burnt-trace",
    "winding-to-frame:yes screw-length:yes",
  ),
  "strand-across-the-pads": of(
    "quad",
    "bench",
    "repair",
    "power-bridge",
    "",
    "look-and-smell:clean bridge-looks:yes power-to-ground:yes",
  ),
  "cold-pad": of(
    "quad",
    "cruise",
    "in-service",
    "joint-cold",
    "dropped lamps-out restarts-on-floor",
    "joint-looks:yes",
  ),
  "loose-bullet": of("fixed wing", "cruise", "in-service", "motor-phase-wire", "power-fades", "phase-wires:yes"),
  "servo-eats-the-rail": of(
    "fixed wing",
    "cruise",
    "first-flight",
    "rail-overloaded",
    "twitches restarts-on-floor",
    "rail-under-load:sags servo-amps:no unload-rail:holds",
  ),
  "stiff-servo": of(
    "fixed wing",
    "cruise",
    "in-service",
    "servo-chatter servo-overtravel hinge-binds",
    "twitches",
    "servo-hum-at-ends:yes servo-amps:yes",
  ),
  "ten-on-five": of(
    "quad",
    "bench",
    "repair",
    "rail-voltage-wrong",
    "device-dead picture-static burnt-trace",
    "rail-as-jumpered:yes",
  ),
  "third-board": of(
    "quad",
    "bench",
    "repair",
    "board-killer",
    "nothing-lives failed-so-before",
    "five-volt-no-life:no feeds-measured:yes",
  ),
  "usb-feeds-back": of(
    "flying wing",
    "bench",
    "first-flight",
    "back-fed",
    "usb-gone burnt-trace",
    "other-usb-lead:no feeds-traced:yes",
  ),
  "capacitor-gone": of(
    "quad",
    "cruise",
    "crash",
    "capacitor-missing",
    "picture-noise-with-throttle",
    "capacitor-looks:yes",
  ),
  "lamps-dim-first": of(
    "quad",
    "hover",
    "in-service",
    "rail-overloaded regulator-weak",
    "resets-10-15-s lamps-dim-first",
    "rail-under-load:sags unload-rail:holds",
  ),
  swam: of("camera drone", "bench", "water", "water-inside", "nothing-lives wet-seen", "connector-looks:yes"),
  "fat-pack": of("quad", "cruise", "in-service", "pack-swollen", "short-flights pack-swollen only-with-one-pack", ""),
  "half-plug": of("octo", "cruise", "in-service", "connector-worn power-lead", "power-fades", "connector-looks:yes"),
  "one-phase": of("quad", "arming", "in-service", "esc-phase", "motor-wont-start !burnt-trace", "swap-motor:stays"),
  "open-winding": of(
    "quad",
    "arming",
    "crash",
    "motor-phase-wire motor-winding",
    "motor-wont-start",
    "swap-motor:follows phase-wires:yes",
  ),
  "silent-with-usb": of(
    "quad",
    "bench",
    "in-service",
    "regulator-weak",
    "nothing-lives",
    "usb-look:board pack-volts-at-pads:no regulator-output:yes",
  ),
  "pulled-balance": of(
    "fixed wing",
    "take-off",
    "repair",
    "voltage-scale",
    "false-low-voltage",
    "volts-against-meter:yes",
  ),
  "arm-like-rubber": of("quad", "cruise", "in-service", "arm-delaminated", "flies-badly", "twist-arms:yes"),
  "back-to-front": of("quad", "take-off", "repair", "prop-face", "no-thrust", "prop-faces:yes"),
  "turned-board": of("quad", "take-off", "repair", "board-orientation", "flips-at-take-off", "model-on-screen:yes"),
  "first-to-last": of("hexa", "take-off", "first-flight", "motor-order", "flips-at-take-off", "motor-order-check:yes"),
  "magnet-lid": of("camera drone", "hover", "repair", "compass-magnet", "circles-in-hold", "magnet-search:yes"),
  "tail-brace": of("helicopter", "hover", "crash", "tail-brace-loose", "tail-wags", "rock-tail:yes"),
  gritty: of(
    "quad",
    "hover",
    "in-service",
    "motor-bearing motor-grit",
    "motor-noise motor-hot",
    "spin-by-hand:yes no-load-amps:yes bell-gap:no",
  ),
  "weak-bell": of(
    "quad",
    "hover",
    "in-service",
    "motor-magnet-loose motor-magnet-weak",
    "motor-hot",
    "spin-by-hand:no rpm-per-volt:yes magnets-look:yes",
  ),
  "eight-k": of("quad", "arming", "firmware", "loop-overload", "wont-arm", "read-load:high"),
  "old-target": of("quad", "bench", "firmware", "wrong-target", "usb-gone", "boot-loader:yes target-in-backup:yes"),
  "black-menu": of(
    "quad",
    "bench",
    "in-service",
    "camera-sensor",
    "picture-black !overlay-missing",
    "camera-menu:opens spare-camera:gone",
  ),
  "static-after-channel": of(
    "quad",
    "bench",
    "in-service",
    "vtx-channel",
    "picture-static",
    "transmitter-lamp:lit step-channels:found",
  ),
  "aerial-torn": of(
    "flying wing",
    "cruise",
    "crash",
    "vtx-antenna",
    "picture-breaks-up-near",
    "inspect-video-antenna:damaged",
  ),
  "receiver-under-carbon": of(
    "quad",
    "cruise",
    "repair",
    "antenna-shielded",
    "link-poor",
    "inspect-receiver-antenna:whole antenna-laid:yes",
  ),
  "wrong-model": of("fixed wing", "bench", "in-service", "model-memory", "wrong-way", "model-name:yes"),
  "stabiliser-wrong-way": of(
    "fixed wing",
    "take-off",
    "repair",
    "stabilisation-reversed",
    "pitches-up",
    "stick-directions:no stabilisation-by-hand:yes",
  ),
  "tail-heavy": of("fixed wing", "cruise", "repair", "cg-aft", "pitches-up", "balance-point:yes"),
  "servo-at-speed": of(
    "helicopter",
    "hover",
    "in-service",
    "servo-chatter",
    "servo-jumps",
    "swap-servo-leads:stays spare-servo:gone",
  ),
  "lands-by-itself": of(
    "camera drone",
    "hover",
    "in-service",
    "antenna-damaged",
    "sank !lamps-out",
    "inspect-receiver-antenna:damaged",
  ),
  "nothing-wrong": of(
    "camera drone",
    "hover",
    "in-service",
    "site-disturbs",
    "circles-in-hold only-at-one-place",
    "magnet-search:no",
  ),
};
