import * as v from "valibot";
import { CoreInputError } from "../core/CoreInputError";
import { type Finding } from "../core/isolate/caseFindings";
import { isolateCase } from "../core/isolate/isolateCase";
import { shippedLibrary } from "../core/isolate/library";
import { HISTORIES, PHASES } from "../core/isolate/library.types";
import { CRAFT_KIND_LIST } from "../core/refit/craftKinds";
import { formatPercent } from "../shared/format";

const CaseFile = v.object({
  context: v.object({
    craftKind: v.picklist(CRAFT_KIND_LIST),
    phase: v.picklist(PHASES),
    history: v.picklist(HISTORIES),
  }),
  findings: v.array(
    v.union([
      v.strictObject({ reading: v.string(), value: v.boolean() }),
      v.strictObject({ check: v.string(), outcome: v.string() }),
    ]),
  ),
});

/** A case that cannot be weighed; `message` says what is wrong and where. */
export class CaseFileError extends Error {}

/**
 * Weighs a case file.
 *
 * @param text - JSON: `context` (craftKind, phase, history) and `findings`, each `{ reading, value }` or `{ check, outcome }`.
 * @returns Posteriors of all fault modes and the ranked next checks, as plain data.
 * @throws {CaseFileError}
 */
export function weighCaseFile(text: string) {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    throw new CaseFileError(`The file is not JSON: ${(error as Error).message}`);
  }
  const parsed = v.safeParse(CaseFile, raw);
  if (!parsed.success) {
    throw new CaseFileError(
      parsed.issues.map((issue) => `${v.getDotPath(issue) ?? "case"}: ${issue.message}`).join("\n"),
    );
  }
  const findings = parsed.output.findings.map((entry): Finding =>
    "check" in entry
      ? { kind: "check", checkId: entry.check, outcomeId: entry.outcome }
      : { kind: "reading", readingId: entry.reading, value: entry.value },
  );
  try {
    const result = isolateCase(shippedLibrary, { context: parsed.output.context, findings });
    return {
      library: shippedLibrary.version,
      suspects: result.suspects.map(({ fault, probability, mayExplain }) => ({
        fault: fault.id,
        name: fault.name,
        repair: fault.repair,
        probability,
        mayExplain,
      })),
      bestSet: { faults: result.bestSet.faults.map(({ id }) => id), probability: result.bestSet.probability },
      unexplained: result.unexplained,
      nextChecks: result.nextChecks.map(({ check, bits, bitsPerMinute, outcomeProbability }) => ({
        check: check.id,
        title: check.title,
        bits,
        minutes: check.minutes,
        hazard: check.hazard,
        bitsPerMinute,
        outcomes: check.outcomes.map(({ id }, index) => ({ outcome: id, probability: outcomeProbability[index]! })),
      })),
    };
  } catch (error) {
    if (error instanceof CoreInputError) throw new CaseFileError(error.message);
    throw error;
  }
}

/** The same answer as a page of text. */
export function caseText(result: ReturnType<typeof weighCaseFile>): string {
  const suspects = result.suspects.filter(({ mayExplain }) => mayExplain).slice(0, 8);
  return [
    "Suspects",
    ...suspects.map(({ name, probability }) => `  ${formatPercent(probability).padStart(7)}  ${name}`),
    "",
    "Next checks",
    ...result.nextChecks
      .slice(0, 5)
      .map(({ title, bits, minutes }) => `  ${bits.toFixed(2)} bit, ${minutes} min  ${title}`),
    ...(result.unexplained.length > 0
      ? ["", `Not explained by the leading cause: ${result.unexplained.join("; ")}`]
      : []),
  ].join("\n");
}
