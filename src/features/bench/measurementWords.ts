import { type SettlingMeasurement } from "@/core/bench/measure/settles";
import { RUN_PLANS } from "@/core/bench/run/runKinds";

/** What each measurement is called. */
export const MEASUREMENT_WORDS: Readonly<Record<SettlingMeasurement, string>> = {
  motor: RUN_PLANS.motor.name,
  "power-draw": RUN_PLANS["power-draw"].name,
  esc: RUN_PLANS.esc.name,
  servo: RUN_PLANS.servo.name,
  meter: RUN_PLANS.meter.name,
  pack: RUN_PLANS.pack.name,
  "esc-settings": "ESC settings",
};
