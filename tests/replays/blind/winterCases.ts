import { type BlindCase, of } from "./cases";

/**
 * By the story's id. What they were at first stands in `winter-first-run.txt`: 15 of 15 right,
 * one outside the library; since then it has that one with its check, which stands here as the story tells it.
 */
export const WINTER_CASES: Readonly<Record<string, BlindCase>> = {
  "cold-pack-sags": of("fixed wing", "cruise", "in-service", "pack-not-full", "low-voltage-warning", "pack-resistance:no pack-rested-volts:yes"),
  "frozen-linkage": of("fixed wing", "bench", "in-service", "hinge-binds", "surface-limp", "servo-amps:yes hinge-by-hand:yes"),
  "tail-drifts-slowly": of("helicopter", "hover", "in-service", "tail-gyro-drifts", "yaws-by-itself", "slider-by-hand:no belt-by-hand:no tail-gyro-by-hand:no tail-after-a-still-start:yes"),
  "head-speed-sinks": of("helicopter", "cruise", "modification", "governor-misset", "head-speed-hunts", "head-speed-log:yes gear-by-hand:no one-way-turned:no"),
  "one-blade-high": of("helicopter", "hover", "repair", "blade-tracking", "shakes head-wobbles", "watch-track:yes blade-balance:no"),
  "belt-skips": of("helicopter", "hover", "in-service", "belt-slips", "yaws-by-itself motor-noise", "belt-by-hand:yes"),
  "horizon-tilts-after-flight": of("camera drone", "cruise", "repair", "gimbal-level", "horizon-leans", "gimbal-by-hand:no gimbal-balance:no"),
  "gimbal-hums": of("camera drone", "hover", "modification", "gimbal-unbalanced gimbal-motor", "gimbal-trembles", "gimbal-by-hand:no"),
  "barometer-in-the-draught": of("camera drone", "cruise", "repair", "barometer-exposed", "height-wanders", "height-with-a-fan:yes"),
  "circles-at-the-mast": of("camera drone", "hover", "in-service", "site-disturbs", "circles-in-hold only-at-one-place", "magnet-search:no other-place:yes"),
  "salt-on-the-motors": of("quad", "hover", "water", "water-inside", "motor-noise wet-seen", "spin-by-hand:yes"),
  "swollen-in-storage": of("quad", "take-off", "in-service", "pack-swollen pack-aged", "pack-swollen power-fades", ""),
  "mice-at-the-wire": of("hexa", "bench", "in-service", "motor-phase-wire", "motor-wont-start", "wires-free:no phase-wires:yes"),
  "transmitter-far-side": of("fixed wing", "cruise", "in-service", "antenna-shielded", "link-poor", "walk-signal:drops antenna-laid:yes"),
  "glow-at-the-plug": of("octo", "cruise", "in-service", "connector-worn", "power-fades", "connector-looks:yes connector-drop:yes"),
  "escapes-on-return": of("camera drone", "cruise", "modification", "compass-orientation", "wont-come-home", "heading-quarter-turn:yes"),
}; // prettier-ignore
