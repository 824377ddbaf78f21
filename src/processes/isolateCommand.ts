import { CoreInputError } from "../core/CoreInputError";
import { type Finding } from "../core/isolate/caseFindings";
import { compileLibrary } from "../core/isolate/compileLibrary";
import { findingText } from "../core/isolate/findingText";
import { withGeneratedChecks } from "../core/isolate/generateChecks";
import { isolateCase } from "../core/isolate/isolateCase";
import { shippedLibrary } from "../core/isolate/library";
import { type Library } from "../core/isolate/library.types";
import { smallestClash } from "../core/isolate/smallestClash";
import { formatPercent } from "../shared/format";
import { type CaseFile, CaseFileError, parseCaseFile } from "./isolate/caseFile";

export { CaseFileError } from "./isolate/caseFile";
export { listEntries, listingText } from "./isolate/libraryListing";

/**
 * Weighs a case file.
 *
 * @param text - JSON: `context` (craftKind, phase, history) and `findings`, each `{ reading, value }` or `{ check, outcome }`,
 *   with `doubtful` where somebody is not sure.
 * @param library - Defaults to the shipped one with its generated checks.
 * @returns Posteriors of all fault modes and the ranked next checks, as plain data.
 * @throws {CaseFileError} When the file is wrong, names what the library has not, or its findings cannot all be true.
 */
export function weighCaseFile(text: string, library: Library = withGeneratedChecks(shippedLibrary)) {
  const { context, findings: entries } = parseCaseFile(text);
  const findings = entries.map(toFinding);
  try {
    const result = isolateCase(library, { context, findings });
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
      contradictions: result.clashes.map(({ earlier, later }) => [nameFinding(earlier), nameFinding(later)]),
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
    if (error.code !== "impossible_evidence") throw new CaseFileError(error.message);
    const clash = smallestClash(compileLibrary(library, context), findings);
    const names = clash.map((place) => describe(library, findings[place]!));
    throw new CaseFileError(`These findings cannot all be true: ${names.join("; ")}.`);
  }
}

function toFinding(entry: CaseFile["findings"][number]): Finding {
  const doubt = entry.doubtful ? { doubtful: true } : {};
  return "check" in entry
    ? { kind: "check", checkId: entry.check, outcomeId: entry.outcome, ...doubt }
    : { kind: "reading", readingId: entry.reading, value: entry.value, ...doubt };
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
