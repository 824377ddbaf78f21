import * as v from "valibot";

const short = v.pipe(v.string(), v.maxLength(60, "At most 60 letters."));

/** The settings of a craft's ESCs, side by side. */
export const EscMatrixSchema = v.object({
  rows: v.pipe(
    v.array(
      v.object({
        setting: v.pipe(short, v.minLength(1, "Name the setting.")),
        values: v.pipe(v.array(short), v.minLength(1), v.maxLength(12)),
        reason: v.pipe(v.string(), v.maxLength(200, "At most 200 letters.")),
      }),
    ),
    v.maxLength(40, "At most 40 settings."),
  ),
});
