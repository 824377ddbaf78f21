import * as v from "valibot";

const id = v.pipe(v.string(), v.minLength(1), v.maxLength(60));

/** A lead's word whether a link is learned of. */
export const DecideLinkInput = v.pipe(
  v.object({
    faultId: id,
    symptomId: id,
    learns: v.boolean(),
    reason: v.pipe(v.string(), v.trim(), v.maxLength(300, "At most 300 characters.")),
  }),
  v.forward(
    v.check(({ learns, reason }) => learns || reason !== "", "Say why it is taken back."),
    ["reason"],
  ),
);
export type DecideLinkInput = v.InferOutput<typeof DecideLinkInput>;
