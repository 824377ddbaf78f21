import * as v from "valibot";
import { TOOLS } from "@/core/diagnosis/library/tools";
import { PART_KIND_LIST } from "@/core/craft/partKinds";

const cents = v.pipe(
  v.number("A price is a number."),
  v.integer("Whole cents."),
  v.minValue(0, "Not below 0."),
  v.maxValue(1e8, "That is too much."),
);

const minutes = v.pipe(
  v.number("Minutes as a number."),
  v.minValue(0, "Not below 0."),
  v.maxValue(240, "At most 240."),
);

/** What reports are printed on. */
export const PAPERS = ["A4", "LETTER"] as const;

/** True for a name of the time zone database that this computer knows. */
function isTimeZone(zone: string): boolean {
  try {
    return new Intl.DateTimeFormat("en-GB", { timeZone: zone }).resolvedOptions().timeZone !== "";
  } catch {
    return false;
  }
}

/** What the shop is called, has to check with, and what things cost. */
export const WorkshopContent = v.object({
  tools: v.array(v.picklist(TOOLS, "The shop has no word for this tool.")),
  spares: v.array(v.picklist(PART_KIND_LIST, "The shop has no word for this part.")),
  labourCentsPerHour: v.pipe(cents, v.minValue(100, "Labour costs at least 1.00 an hour.")),
  partCents: v.record(v.picklist(PART_KIND_LIST), cents),
  retestMinutes: minutes,
  proofMinutes: minutes,
  givenUpCents: v.pipe(cents, v.minValue(100, "At least 1.00.")),
  isLearning: v.boolean(),
  /** How the shop writes its money. */
  currency: v.optional(
    v.pipe(
      v.string(),
      v.trim(),
      v.minLength(1, "Say how the shop writes its money."),
      v.maxLength(8, "At most 8 characters."),
    ),
    "cr",
  ),
  /** As it stands on reports and on the sign-in page; empty for none. */
  shopName: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(60, "At most 60 characters.")), ""),
  /** By its name in the time zone database; empty for the zone of the computer. */
  timeZone: v.optional(
    v.pipe(
      v.string(),
      v.check((zone) => zone === "" || isTimeZone(zone), "This computer knows no such time zone."),
    ),
    "",
  ),
  paper: v.optional(v.picklist(PAPERS, "Pick a size."), "A4"),
});
export type WorkshopContent = v.InferOutput<typeof WorkshopContent>;

/** The workshop as a lead changes it. */
export const SaveWorkshopInput = v.object({ version: v.pipe(v.number(), v.integer()), content: WorkshopContent });
export type SaveWorkshopInput = v.InferOutput<typeof SaveWorkshopInput>;
