import { CoreInputError } from "../core/CoreInputError";
import { type Finding } from "../core/diagnosis/findings/caseFindings";
import { findingText } from "../core/diagnosis/findings/findingText";
import { withGeneratedChecks } from "../core/diagnosis/library/generateChecks";
import { diagnoseCase } from "../core/diagnosis/diagnoseCase";
import { shippedLibrary } from "../core/diagnosis/shippedLibrary";
import { type Library } from "../core/diagnosis/library/library.types";
import { formatPercent } from "../shared/format";
import { type CaseFile, CaseFileError, parseCaseFile } from "./isolate/caseFile";

export { CaseFileError } from "./isolate/caseFile";
export { listEntries, listingText } from "./isolate/libraryListing";

/**
 * Weighs a case file.
 *
 * @param text - JSON: `context` (craftKind, phase, history) and `findings`, each `{ symptom, value }` or `{ check, outcome }`,
 *   with `doubtful` where somebody is not sure.
 * @param library - Defaults to the shipped one with its generated checks.
 * @returns Posteriors of all fault modes and the ranked next checks, as plain data.
 * @throws {CaseFileError} When the file is wrong or names what the library has not.
 */
export function weighCaseFile(text: string, library: Library = withGeneratedChecks(shippedLibrary)) {
  const { context, findings: entries } = parseCaseFile(text);
  const findings = entries.map(toFinding);
  try {
    const result = diagnoseCase(library, { context, findings });
    const nameFinding = (place: number) => describe(library, findings[place]!);
    return {
      library: library.version,
      suspects: result.suspects.map(({ fault, probability, mayExplain }) => ({
        fault: fault.id,
        name: fault.name,
        part: fault.part,
        repair: fault.repair,
        probability,
        mayExplain,
      })),
      isExact: result.isExact,
      bestSet: { faults: result.bestSet.faults.map(({ id }) => id), probability: result.bestSet.probability },
      unexplained: result.unexplained,
      contradictions: result.contradictions.map(({ earlier, later }) => [nameFinding(earlier), nameFinding(later)]),
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
    if (!(error instanceof CoreInputError)) throw error;
    throw new CaseFileError(error.message);
  }
}

function toFinding(entry: CaseFile["findings"][number]): Finding {
  const doubt = entry.doubtful ? { doubtful: true } : {};
  return "check" in entry
    ? { kind: "check", checkId: entry.check, outcomeId: entry.outcome, ...doubt }
    : { kind: "symptom", symptomId: entry.symptom, value: entry.value, ...doubt };
}

function describe(library: Library, finding: Finding): string {
  const { title, detail } = findingText(library, finding);
  return detail ? `${title} (${detail})` : title;
}

/** The same answer as a page of text. */
export function caseText(result: ReturnType<typeof weighCaseFile>): string {
  const suspects = result.suspects.filter(({ mayExplain }) => mayExplain).slice(0, 8);
  return [
    result.isExact ? "Suspects" : "Suspects (approximation)",
    ...suspects.map(({ name, probability }) => `  ${formatPercent(probability).padStart(7)}  ${name}`),
    "",
    "Next checks",
    ...result.nextChecks
      .slice(0, 5)
      .map(({ title, bits, minutes }) => `  ${bits.toFixed(2)} bit, ${minutes} min  ${title}`),
    ...(result.unexplained.length > 0
      ? ["", `Not explained by the leading cause: ${result.unexplained.join("; ")}`]
      : []),
    ...result.contradictions.map(
      ([earlier, later]) => `\nSay opposite things, the later one counts: ${earlier}; ${later}`,
    ),
  ].join("\n");
}
