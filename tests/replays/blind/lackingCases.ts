import { type BlindCase, of } from "./cases";

/** What the stories of `lackingStories.ts` are in the library's words, by their id, since it has their faults. */
export const LACKING_CASES: Readonly<Record<string, BlindCase>> = {
  "picture-for-ten-metres": of(
    "quad",
    "cruise",
    "in-service",
    "vtx-low-output",
    "picture-breaks-up-near",
    "inspect-video-antenna:whole spare-video-antenna:same vtx-output-read:yes",
  ),
  "all-his-craft": of(
    "flying wing",
    "cruise",
    "in-service",
    "transmitter-antenna",
    "link-poor",
    "transmitter-antenna-looks:yes",
  ),
  "other-computer": of("quad", "bench", "in-service", "port-held", "usb-gone", "other-usb-lead:no other-computer:yes"),
  "alarm-from-the-start": of(
    "quad",
    "hover",
    "modification",
    "warning-misset",
    "low-voltage-warning",
    "cells-after-load:even volts-against-meter:no warning-read:yes",
  ),
  "soft-since-the-knock": of(
    "quad",
    "cruise",
    "crash",
    "lens-turned",
    "picture-soft",
    "lens-looks:no lens-ring-tried:yes",
  ),
  "elevator-hangs": of("fixed wing", "bench", "in-service", "rod-off", "surface-limp", "rods-looked-at:yes"),
  "motor-hangs-by-two-screws": of(
    "fixed wing",
    "cruise",
    "in-service",
    "motor-mount-loose",
    "shakes",
    "motor-mount-rocked:yes",
  ),
  "figures-gone": of("quad", "bench", "firmware", "overlay-off", "overlay-missing", "overlay-places-read:yes"),
  "first-fix-after-winter": of("camera drone", "arming", "in-service", "no-sky", "no-satellites", "open-sky:yes"),
  "camera-on-the-wrong-rates": of(
    "quad",
    "landing",
    "in-service",
    "idles-on-the-ground",
    "restless-on-the-ground",
    "only-at-idle:yes",
  ),
};
