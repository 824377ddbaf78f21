import * as v from "valibot";
import { CRAFT_KIND_LIST } from "@/core/craft/craftKinds";
import { PART_KIND_LIST } from "@/core/craft/partKinds";

const text = (what: string, max: number) =>
  v.pipe(
    v.string(`Give ${what}.`),
    v.trim(),
    v.minLength(1, `Give ${what}.`),
    v.maxLength(max, `At most ${max} characters.`),
  );
const count = (what: string, max: number) =>
  v.pipe(
    v.number(`Give ${what} as a number.`),
    v.integer(`${what} must be whole.`),
    v.minValue(1, `At least 1.`),
    v.maxValue(max, `At most ${max}.`),
  );

/** A part as it is entered. */
export const PartInput = v.object({
  kind: v.picklist(PART_KIND_LIST, "Pick the kind of part."),
  position: text("the position", 40),
  /** Empty where nobody knows yet. */
  name: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(80, "At most 80 characters.")), ""),
  serial: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(40, "At most 40 characters.")), ""),
  continuousA: v.nullish(
    v.pipe(
      v.number("Give the rating in ampere."),
      v.minValue(0.1, "At least 0.1 A."),
      v.maxValue(1000, "At most 1000 A."),
    ),
    null,
  ),
});

/** A new craft with what is fitted on it. */
export const CraftInput = v.object({
  name: text("the craft's name", 60),
  tailNumber: text("the tail number", 20),
  serial: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(40, "At most 40 characters.")), ""),
  kind: v.picklist(CRAFT_KIND_LIST, "Pick the kind of craft."),
  frameClass: text("the frame class", 60),
  massG: v.pipe(
    v.number("Give the all-up mass in grams."),
    v.integer("Whole grams."),
    v.minValue(20, "At least 20 g."),
    v.maxValue(150_000, "At most 150 000 g."),
  ),
  motorCount: count("the number of motors", 16),
  cellCount: count("the number of cells", 14),
  owner: text("whose craft it is", 80),
  parts: v.optional(v.pipe(v.array(PartInput), v.maxLength(60, "At most 60 parts.")), []),
});
export type CraftInput = v.InferOutput<typeof CraftInput>;
