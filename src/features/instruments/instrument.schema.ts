import * as v from "valibot";
import { CommandMapSchema, TRANSPORTS } from "@/rigs/commandMap";

const day = v.nullish(
  v.union([v.pipe(v.string(), v.isoDate("A date like 2026-11-26.")), v.literal("")], "A date like 2026-11-26."),
  null,
);

/** An instrument as it is typed in; its command map comes as text, the small file that is kept for each make. */
export const SaveInstrumentInput = v.pipe(
  v.object({
    /** Null for a new one. */
    id: v.nullable(v.pipe(v.number(), v.integer(), v.minValue(1))),
    version: v.pipe(v.number(), v.integer(), v.minValue(0)),
    name: v.pipe(v.string(), v.trim(), v.minLength(1, "Give it a name."), v.maxLength(60, "At most 60 letters.")),
    transport: v.picklist(TRANSPORTS),
    host: v.pipe(v.string(), v.trim(), v.maxLength(120)),
    port: v.pipe(
      v.number("Give the port."),
      v.integer("A whole number."),
      v.minValue(0, "From 0."),
      v.maxValue(65_535, "At most 65535."),
    ),
    mapText: v.pipe(
      v.string(),
      v.maxLength(20_000, "A command map is a small file, at most 20 kB."),
      v.rawCheck(({ dataset, addIssue }) => {
        const read = dataset.typed ? parseCommandMap(dataset.value) : null;
        if (read && "problem" in read) addIssue({ message: read.problem });
      }),
    ),
    serial: v.pipe(v.string(), v.trim(), v.maxLength(60)),
    calibratedOn: day,
    calibrationDue: day,
    isUsed: v.boolean(),
  }),
  v.forward(
    v.check(({ transport, mapText }) => {
      const read = parseCommandMap(mapText);
      return transport === "scpi" || "problem" in read || read.map.output === null;
    }, "Only SCPI instruments may drive: the newline protocol cannot confirm a cut."),
    ["mapText"],
  ),
  v.forward(
    v.check(({ transport, host, port }) => transport === "serial" || (host !== "" && port > 0), "Give host and port."),
    ["host"],
  ),
  v.forward(
    v.check(
      ({ calibratedOn, calibrationDue }) => !calibratedOn || !calibrationDue || calibratedOn <= calibrationDue,
      "Due before it was calibrated.",
    ),
    ["calibrationDue"],
  ),
);
export type SaveInstrumentInput = v.InferOutput<typeof SaveInstrumentInput>;

/** An instrument to be taken off the list. */
export const DeleteInstrumentInput = v.object({
  id: v.pipe(v.number(), v.integer(), v.minValue(1)),
  version: v.pipe(v.number(), v.integer(), v.minValue(0)),
});
export type DeleteInstrumentInput = v.InferOutput<typeof DeleteInstrumentInput>;

/** A command map from its text, or the sentence that says what is wrong with it. */
export function parseCommandMap(text: string): { map: v.InferOutput<typeof CommandMapSchema> } | { problem: string } {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    return { problem: `The command map is no JSON: ${error instanceof Error ? error.message : String(error)}.` };
  }
  const parsed = v.safeParse(CommandMapSchema, json);
  if (!parsed.success) {
    const [issue] = parsed.issues;
    const place = v.getDotPath(issue);
    return { problem: `Command map${place ? `, ${place}` : ""}: ${issue.message}` };
  }
  if (parsed.output.channels.length === 0 && !parsed.output.output)
    return { problem: "Command map: it neither measures nor drives." };
  return { map: parsed.output };
}
