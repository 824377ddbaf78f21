import * as v from "valibot";
import { HISTORIES, PHASES } from "../../../core/diagnosis/library/library.types";
import { CRAFT_KIND_LIST } from "../../../core/craft/craftKinds";
import { PART_KIND_LIST } from "../../../core/craft/partKinds";
import { TOOLS } from "../../../core/diagnosis/library/tools";

const doubtful = v.optional(v.boolean(), false);
/** Where on the craft it was found: "ESC 3", "rear left". */
const place = v.optional(v.pipe(v.string(), v.trim(), v.maxLength(80)));

/** A case as a file: the circumstances and what was found, oldest first. */
export const CaseFile = v.object({
  context: v.object({
    craftKind: v.picklist(CRAFT_KIND_LIST),
    phase: v.picklist(PHASES),
    history: v.picklist(HISTORIES),
    /** What the craft carries: kind of part → how many. Absent: all that its kind may. */
    fitted: v.optional(v.record(v.picklist(PART_KIND_LIST), v.pipe(v.number(), v.integer(), v.minValue(0)))),
    /** What there is to check with. Absent: all. */
    tools: v.optional(v.array(v.picklist(TOOLS))),
    /** Kinds of part of which a known-good one lies there. Absent: all. */
    spares: v.optional(v.array(v.picklist(PART_KIND_LIST))),
    /** What things cost; what is left out is the usual. */
    prices: v.optional(
      v.strictObject({
        labourCentsPerHour: v.optional(v.pipe(v.number(), v.minValue(1))),
        partCents: v.optional(v.record(v.picklist(PART_KIND_LIST), v.pipe(v.number(), v.minValue(0)))),
        retestMinutes: v.optional(v.pipe(v.number(), v.minValue(0))),
        proofMinutes: v.optional(v.pipe(v.number(), v.minValue(0))),
        givenUpCents: v.optional(v.pipe(v.number(), v.minValue(1))),
      }),
    ),
    /** Gates that the technician opened, by id. */
    openedGates: v.optional(v.array(v.string())),
  }),
  findings: v.array(
    v.union(
      [
        v.strictObject({ symptom: v.string(), value: v.boolean(), doubtful, place }),
        // As case files called it before; they go on being read.
        v.pipe(
          v.strictObject({ reading: v.string(), value: v.boolean(), doubtful, place }),
          v.transform(({ reading, ...rest }) => ({ symptom: reading, ...rest })),
        ),
        v.strictObject({ check: v.string(), outcome: v.string(), doubtful, place }),
      ],
      'A finding is { "symptom", "value" } or { "check", "outcome" }, with "doubtful" and "place" if need be.',
    ),
  ),
});
export type CaseFile = v.InferOutput<typeof CaseFile>;

/** A case that cannot be weighed; `message` says what is wrong and where. */
export class CaseFileError extends Error {}

/**
 * Reads the text of a case file.
 *
 * @throws {CaseFileError} With one line for each thing that is wrong.
 */
export function parseCaseFile(text: string): CaseFile {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    throw new CaseFileError(`The file is not JSON: ${(error as Error).message}`);
  }
  const parsed = v.safeParse(CaseFile, raw);
  if (parsed.success) return parsed.output;
  throw new CaseFileError(
    parsed.issues.map((issue) => `${v.getDotPath(issue) ?? "case"}: ${issue.message}`).join("\n"),
  );
}
