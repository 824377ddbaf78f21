import { type MeasurementKind } from "@/core/bench/measure/measureColumns";

/** The kinds of measurement, in the order in which they are listed. */
export const MEASUREMENT_ORDER: readonly MeasurementKind[] = ["motor", "power", "esc", "servo", "meter", "pack"];

/** How each is measured, with its cautions. */
export const PROCEDURES: Readonly<Record<MeasurementKind, { steps: string; caution: string }>> = {
  motor: {
    steps:
      "Sweep each motor with its prop from low to full throttle; write throttle, volts, amps and rpm at each step. Three motors or more are compared with each other. A file may hold an accelerometer's own recording: balance and bearings are worked out from it.",
    caution: "Craft clamped and guarded, nobody in the prop disc, eye protection, one person has the cut-off.",
  },
  meter: {
    steps:
      "Put an inline meter between pack and craft; at four throttles or more write what the craft shows and what the meter reads.",
    caution: "Props off, or the craft clamped and guarded.",
  },
  servo: {
    steps:
      "On a servo tester go from one end to the other and back in steps, reading the angle at each; then read it some times at rest in the middle. Amps if you have them.",
    caution: "Linkage off, or the surface clear; a stalled servo gets hot within seconds.",
  },
  pack: {
    steps: "Load the pack in steps, nothing to its peak; write the amps and each cell's volts at each step.",
    caution: "Load lithium packs in a fire-safe place; stop at 3.3 V a cell or when it gets warm.",
  },
  power: {
    steps:
      "Wattmeter between pack and craft; standby, brake, cruise and full, some readings each. A log with time, volts and amps will do: its steps are marked afterwards. Give the weakest part's amps, or take the baseline on the rig.",
    caution: "Craft clamped and guarded, nobody in the prop disc, eye protection, one person has the cut-off.",
  },
  esc: {
    steps:
      "Thermometer on the ESC; full throttle until the temperature settles, time, amps of that ESC and °C every few seconds.",
    caution: "Craft clamped and guarded. A hot ESC burns fingers and lights foam; stop at the limit.",
  },
};
