import { type BlindCase, of } from "./cases";

/** By the story's id. What they were at first stands in `large-craft-first-run.txt`: 15 of 17 right, one outside the library; since then it has that one with its check. */
export const LARGE_CRAFT_CASES: Readonly<Record<string, BlindCase>> = {
  "tricopter-tail-trembles": of("tricopter", "hover", "in-service", "servo-lead-noise", "servo-jumps tail-wags", "servo-at-rest:no lead-moved-away:yes"),
  "tricopter-turns-slowly": of("tricopter", "hover", "repair", "tail-not-centred servo-centre", "yaws-by-itself", "tail-upright-at-rest:yes"),
  "octo-one-hot-arm": of("octo", "hover", "repair", "motor-direction", "yaws-by-itself", "esc-heat:yes motor-directions:yes"),
  "octo-dead-at-the-plug": of("octo", "bench", "in-service", "connector-worn", "nothing-lives sparks-or-trips", "power-to-ground:no connector-looks:yes"),
  "wing-pitches-up-at-launch": of("flying wing", "take-off", "repair", "cg-aft", "pitches-up", "horn-at-centre:no balance-point:yes"),
  "wing-rolls-the-wrong-way": of("flying wing", "take-off", "modification", "servo-reversed mixer-wrong channel-order", "wrong-way", "stick-directions:yes"),
  "jet-lost-its-push": of("fixed wing", "cruise", "in-service", "prop-nicked", "power-fades motor-noise", "prop-edges:yes"),
  "jet-shuts-off-at-full": of("fixed wing", "cruise", "modification", "esc-overheats", "power-fades when-warm", "esc-heat:yes esc-with-a-fan:yes"),
  "pitot-cap": of("fixed wing", "take-off", "in-service", "airspeed-blocked", "flies-badly", "airspeed-by-breath:yes pitot-looks:yes"),
  "places-jump-with-the-transmitter": of("camera drone", "hover", "modification", "satellite-noise", "drifts-level no-satellites", "satellites-video-off:yes"),
  "photos-all-smeared": of("camera drone", "cruise", "in-service", "gimbal-dampers", "picture-soft picture-wobbles", "dampers-look:yes"),
  "failsafe-throttle-up": of("quad", "bench", "in-service", "failsafe-misset", "", "link-loss-read:yes"),
  "arm-gives-under-load": of("hexa", "hover", "in-service", "arm-turned fold-joint-loose", "yaws-by-itself", "still-without-load:yes twist-arms:yes fold-joints-rocked:yes"),
  "lifter-browns-out-with-winch": of("hexa", "hover", "modification", "rail-overloaded", "restarts-on-floor", "rail-under-load:sags unload-rail:holds"),
  "helicopter-tail-kick": of("helicopter", "hover", "in-service", "tail-grip-stiff", "yaws-by-itself tail-wags", "belt-by-hand:no slider-by-hand:no tail-grips-turn:yes"),
  "helicopter-elevator-lags": of("helicopter", "hover", "in-service", "servo-stripped linkage-worn", "head-wobbles", "push-surface:yes"),
  "two-after-a-tree": of("quad", "landing", "crash", "arm-delaminated motor-shaft", "damage-seen", "twist-arms:yes bell-wobble:yes"),
  "slow-sticks": of("quad", "cruise", "in-service", "rates-wild", "flies-badly", "second-transmitter:yes rates-read:yes"),
}; // prettier-ignore
