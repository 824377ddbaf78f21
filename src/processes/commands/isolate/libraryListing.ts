import { withGeneratedChecks } from "../../../core/diagnosis/library/generateChecks";
import { shippedLibrary } from "../../../core/diagnosis/shippedLibrary";
import { formatPercent } from "../../../shared/format";

/** What can be listed of the library. */
export type Listed = "checks" | "faults" | "symptoms";

/**
 * Lists entries of the shipped library, generated checks and symptoms among them, so that cases can be written by hand.
 *
 * @returns One plain object for each entry, ids first.
 */
export function listEntries(what: Listed): object[] {
  const { checks, faults, symptoms } = withGeneratedChecks(shippedLibrary);
  switch (what) {
    case "checks":
      return checks.map(({ id, title, minutes, hazard, needs, outcomes }) => ({
        id,
        title,
        minutes,
        hazard,
        needs,
        outcomes: outcomes.map((outcome) => ({ id: outcome.id, label: outcome.label, sets: outcome.sets })),
      }));
    case "faults":
      return faults.map(({ id, name, part, repair, prior, grade, craftKinds = [] }) => ({
        id,
        name,
        part,
        repair,
        prior,
        grade,
        craftKinds,
      }));
    case "symptoms":
      return symptoms.map(({ id, whenTrue, whenFalse, leak, grade, complaint = false, links }) => ({
        id,
        whenTrue,
        whenFalse,
        complaint,
        leak,
        grade,
        links,
      }));
  }
}

/** The same list as text: one entry a line, its id first; the outcomes of a check below it. */
export function listingText(what: Listed): string {
  const { checks, faults, symptoms } = withGeneratedChecks(shippedLibrary);
  switch (what) {
    case "checks":
      return checks
        .flatMap(({ id, title, minutes, hazard, outcomes }) => [
          `${id}  ${title} (${minutes} min, ${hazard})`,
          ...outcomes.map((outcome) => `    ${outcome.id}  ${outcome.label}`),
        ])
        .join("\n");
    case "faults":
      return faults
        .map(({ id, name, part, prior }) => `${id}  ${name} (${part}, usual rate ${formatPercent(prior)})`)
        .join("\n");
    case "symptoms":
      return symptoms.map(({ id, whenTrue, whenFalse }) => `${id}  ${whenTrue} / ${whenFalse}`).join("\n");
  }
}
