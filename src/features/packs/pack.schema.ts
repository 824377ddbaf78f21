import * as v from "valibot";
import { CHEMISTRIES } from "@/core/bench/measure/pack/chemistries";

const day = v.nullish(v.union([v.pipe(v.string(), v.isoDate()), v.literal("")], "A date like 2026-11-26."), null);
const figure = (most: number, least = 0) =>
  v.nullish(
    v.pipe(v.number("A number."), v.minValue(least, `At least ${least}.`), v.maxValue(most, `At most ${most}.`)),
    null,
  );

/** A pack as it is typed in. */
export const SavePackInput = v.object({
  /** Null for a new one. */
  id: v.nullable(v.pipe(v.number(), v.integer(), v.minValue(1))),
  version: v.pipe(v.number(), v.integer(), v.minValue(0)),
  label: v.pipe(v.string(), v.trim(), v.minLength(1, "Give it the name on its label."), v.maxLength(60)),
  chemistry: v.picklist(CHEMISTRIES),
  cellCount: v.pipe(v.number("How many cells?"), v.integer("A whole number."), v.minValue(1), v.maxValue(14)),
  capacityMah: v.pipe(v.number("Give the capacity."), v.minValue(50, "At least 50 mAh."), v.maxValue(1_000_000)),
  cRating: figure(500, 0.1),
  boughtOn: day,
  isRetired: v.boolean(),
});
export type SavePackInput = v.InferOutput<typeof SavePackInput>;

const ofCells = (most: number, least: number) =>
  v.pipe(
    v.nullish(v.pipe(v.array(figure(most, least)), v.maxLength(14)), null),
    v.transform((cells) => (cells?.some((each) => each !== null) ? cells : null)),
    v.check((cells) => cells === null || !cells.includes(null), "Give every cell, or none."),
    v.transform((cells) => cells as number[] | null),
  );

/** One measurement in a pack's log. */
export const LogPackInput = v.pipe(
  v.object({
    packId: v.pipe(v.number(), v.integer(), v.minValue(1)),
    measuredOn: v.pipe(v.string("Give the day."), v.isoDate("A date like 2026-11-26.")),
    cycles: v.nullish(v.pipe(v.number(), v.integer("A whole number."), v.minValue(0), v.maxValue(10_000)), null),
    resistanceMohm: figure(1000, 0.1),
    capacityMah: figure(1_000_000, 1),
    spreadMv: figure(2000),
    /** How warm the pack is. */
    temperatureC: v.optional(figure(60, -20)),
    /** From the first cell on; null where none was measured. */
    cellsMohm: ofCells(1000, 0.1),
    cellsV: ofCells(5, 0.5),
    note: v.pipe(v.string(), v.trim(), v.maxLength(300, "At most 300 letters.")),
    /** The form's own, so that one that is sent twice is written once. */
    requestKey: v.optional(v.pipe(v.string(), v.uuid())),
  }),
  v.forward(
    v.check(
      ({ cycles, resistanceMohm, capacityMah, spreadMv, cellsMohm, cellsV, note }) =>
        [cycles, resistanceMohm, capacityMah, spreadMv, cellsMohm, cellsV].some((value) => value !== null) ||
        note !== "",
      "Write at least one figure or a note.",
    ),
    ["note"],
  ),
);
export type LogPackInput = v.InferOutput<typeof LogPackInput>;
