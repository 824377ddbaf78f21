import * as v from "valibot";
import { HISTORIES, PHASES } from "@/core/diagnosis/library/library.types";
import { CraftInput } from "@/features/craft/addCraft.schema";
import { PlaceText, PromisedOn, requiredText } from "@/features/job/jobTarget.schema";

/** The intake form. The make-safe steps must be ticked: nothing else is taken before. */
export const ReceiveCraftInput = v.pipe(
  v.object({
    requestKey: v.pipe(v.string(), v.uuid("The form has lost its key; load the page again.")),
    batteryOut: v.literal(true, "Take the battery out first, then tick it."),
    propsOff: v.literal(true, "Take the props off, then tick it."),
    craftId: v.nullish(v.pipe(v.number(), v.integer()), null),
    newCraft: v.nullish(CraftInput, null),
    complaint: requiredText("Say in a few words what is wrong."),
    phase: v.picklist(PHASES, "Pick the phase it happened in."),
    history: v.picklist(HISTORIES, "Pick what came before it."),
    lastChange: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(300, "At most 300 characters.")), ""),
    seen: v.optional(
      v.pipe(
        v.array(v.pipe(v.string(), v.minLength(1), v.maxLength(60))),
        v.maxLength(30, "Pick at most 30: the surest ones. More can be added in Isolate."),
      ),
      [],
    ),
    /** Where each of them was seen, for those that have a where: symptom → place. */
    places: v.optional(v.record(v.pipe(v.string(), v.maxLength(60)), PlaceText), {}),
    intermittent: v.nullish(
      v.object({
        failureCount: v.pipe(
          v.number("How often?"),
          v.integer("Whole times."),
          v.minValue(1, "At least once."),
          v.maxValue(1000, "At most 1000."),
        ),
        failureTimeS: v.pipe(
          v.number("In how many seconds?"),
          v.minValue(1, "At least 1 s."),
          v.maxValue(1e6, "At most 1 000 000 s."),
        ),
      }),
      null,
    ),
    technicianId: v.nullish(v.pipe(v.number(), v.integer()), null),
    promisedOn: PromisedOn,
    isUrgent: v.optional(v.boolean(), false),
  }),
  v.forward(
    v.partialCheck(
      [["craftId"], ["newCraft"]],
      ({ craftId, newCraft }) => (craftId === null) !== (newCraft === null),
      "Pick a craft, or add a new one.",
    ),
    ["craftId"],
  ),
);
export type ReceiveCraftInput = v.InferOutput<typeof ReceiveCraftInput>;
