import { CHEMISTRIES } from "@/core/bench/measure/pack/chemistries";
import { type MeasurementKind } from "@/core/bench/measure/measureColumns";
import { type RunKind } from "@/core/bench/run/runKinds";
import { type RunOptions } from "../runs/benchRun";

/** A figure that a verdict needs beside the readings. */
export interface OptionField {
  name: keyof RunOptions;
  label: string;
  unit?: string;
  min?: number;
  /** Given when it is chosen instead of typed. */
  choices?: readonly string[];
}

const AIR: readonly OptionField[] = [
  { name: "airC", label: "Air temperature", min: -60, unit: "°C" },
  { name: "airHpa", label: "Barometer", unit: "hPa" },
];

/** What each kind of measurement asks for. */
export const OPTION_FIELDS: Readonly<Record<MeasurementKind, readonly OptionField[]>> = {
  motor: [
    { name: "massG", label: "Take-off mass", unit: "g" },
    { name: "propInches", label: "Prop diameter", unit: "inch" },
    { name: "poles", label: "Motor poles, for electrical rpm" },
    ...AIR,
  ],
  meter: [
    { name: "setting", label: "Scale set now" },
    { name: "gainBefore", label: "Gain before the change" },
  ],
  servo: [{ name: "secondsPer60", label: "Sheet: 60° takes", unit: "s" }],
  pack: [
    { name: "capacityMah", label: "Capacity", unit: "mAh" },
    { name: "cRating", label: "C rating", unit: "C" },
    { name: "peakA", label: "The craft's peak", unit: "A" },
    { name: "cruiseA", label: "In flight it draws", unit: "A" },
    { name: "newMohm", label: "A cell when new", unit: "mΩ" },
    { name: "chemistry", label: "Chemistry", choices: CHEMISTRIES },
  ],
  power: [
    { name: "continuousA", label: "Weakest part in line", unit: "A" },
    { name: "flightShare", label: "Amps in flight against standing" },
  ],
  esc: [
    { name: "continuousA", label: "ESC, continuous", unit: "A" },
    { name: "burstA", label: "ESC, burst", unit: "A" },
    { name: "burstS", label: "A burst may last", unit: "s" },
    { name: "limitC", label: "May reach", unit: "°C" },
  ],
};

/** The same for a run on the rig. */
export const RUN_OPTION_FIELDS: Readonly<Record<RunKind, readonly OptionField[]>> = {
  "power-draw": [...AIR, { name: "flightShare", label: "Amps in flight against standing" }],
  ladder: [
    { name: "usualCells", label: "Usual pack", unit: "cells" },
    { name: "higherCells", label: "Higher pack", unit: "cells" },
  ],
  motor: OPTION_FIELDS.motor,
  esc: OPTION_FIELDS.esc,
  servo: OPTION_FIELDS.servo,
  meter: OPTION_FIELDS.meter,
  pack: OPTION_FIELDS.pack,
};
