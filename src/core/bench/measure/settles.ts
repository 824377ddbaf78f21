/** What each measurement of the bench settles, as symptoms of the fault library. The judges of the measurements say so or not. */
export const SETTLES = {
  motor: [
    "no-load-amps",
    "winding-off",
    "rpm-per-volt",
    "blow-test",
    "prop-faces",
    "prop-balance",
    "spin-by-hand",
    "motor-heat",
  ],
  "power-draw": ["draws-too-much"],
  esc: ["esc-heat", "draw-against-rating"],
  servo: ["servo-amps", "servo-at-rest", "jumps-at-throttle"],
  meter: ["mah-against-charger", "volts-against-meter"],
  pack: ["pack-resistance", "cell-spread"],
  "esc-settings": ["esc-settings-read"],
} as const satisfies Record<string, readonly string[]>;

/** A measurement that settles something. */
export type SettlingMeasurement = keyof typeof SETTLES;
