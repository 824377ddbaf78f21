import * as v from "valibot";
import { CHEMISTRIES } from "@/core/bench/measure/pack/chemistries";

const positive = (most: number) =>
  v.nullish(
    v.pipe(v.number("A number is needed."), v.minValue(1e-6, "Above zero."), v.maxValue(most, `At most ${most}.`)),
  );

/** What a measurement's verdict needs beside its readings. */
export const MeasurementOptionsSchema = v.object({
  setting: positive(1e7),
  gainBefore: positive(1e4),
  capacityMah: positive(1e6),
  cRating: positive(1000),
  peakA: positive(1000),
  cruiseA: positive(1000),
  newMohm: positive(1000),
  chemistry: v.nullish(v.picklist(CHEMISTRIES)),
  massG: positive(1e6),
  propInches: positive(80),
  poles: positive(200),
  airC: v.nullish(v.pipe(v.number(), v.minValue(-60, "At least −60 °C."), v.maxValue(60, "At most 60 °C."))),
  airHpa: positive(1100),
  continuousA: positive(1000),
  burstA: positive(2000),
  burstS: positive(600),
  limitC: positive(300),
  secondsPer60: positive(10),
  flightShare: positive(1),
});

/** The same for a run. */
export const RunOptionsSchema = v.object({
  ...MeasurementOptionsSchema.entries,
  usualCells: v.nullish(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(14))),
  higherCells: v.nullish(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(14))),
  position: v.nullish(v.pipe(v.string(), v.maxLength(80))),
  packId: v.nullish(v.pipe(v.number(), v.integer(), v.minValue(1))),
  rung: v.nullish(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(2))),
});
