import * as v from "valibot";
import { AXES } from "../../core/flightlog/channels/roles";
import { CRAFTS } from "../../core/flightlog/phases";
import { VERDICT_CODES } from "../../core/flightlog/verdicts/verdict.types";

const number = v.nullable(v.number());

/** What `pitstopa log --json` prints. What could not be computed is null. */
export const LogAnswerSchema = v.object({
  craft: v.picklist(CRAFTS),
  phases: v.array(
    v.object({ name: v.picklist(["ground", "take-off", "flight", "landing"]), fromS: v.number(), toS: v.number() }),
  ),
  verdicts: v.array(
    v.object({
      code: v.picklist(VERDICT_CODES),
      severity: v.picklist(["fault", "note"]),
      confidence: v.pipe(v.number(), v.minValue(0), v.maxValue(1)),
      fromS: v.number(),
      toS: v.number(),
      momentsS: v.optional(v.array(v.number())),
      axis: v.optional(v.picklist(AXES)),
      motor: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1))),
      value: v.optional(number),
      unit: v.optional(v.string()),
      sentence: v.string(),
      statistics: v.record(v.string(), number),
      tellApart: v.optional(v.string()),
    }),
  ),
  hints: v.array(v.string()),
  columns: v.array(
    v.object({
      heading: v.string(),
      role: v.nullable(v.string()),
      unit: v.string(),
      inUnit: v.string(),
      scale: v.number(),
      offset: v.number(),
      by: v.picklist(["heading", "figures", "hand", "nothing"]),
    }),
  ),
  assumptions: v.array(v.object({ about: v.string(), assumed: v.string(), evidence: v.string() })),
  notes: v.array(v.string()),
  rateHz: v.number(),
  durationS: v.number(),
  rowCount: v.number(),
  beside: v.optional(
    v.union([
      v.object({
        offsetS: v.number(),
        drift: v.number(),
        giveS: v.number(),
        correlation: v.number(),
        runnerUp: v.number(),
        roles: v.array(v.string()),
        sharedS: v.number(),
      }),
      v.object({ because: v.string() }),
    ]),
  ),
});
