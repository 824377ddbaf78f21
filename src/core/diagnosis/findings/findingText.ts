import { type Finding, symptomsOf } from "./caseFindings";
import { type Library } from "../library/library.types";

/** In words, what a finding is: for lists, trails and reports. One about an entry that is gone keeps its id as its name. */
export function findingText(library: Library, finding: Finding): { title: string; detail: string } {
  const doubt = finding.doubtful ? ", doubtful" : "";
  const at = finding.place ? `: ${finding.place}` : "";
  if (finding.kind === "symptom") {
    const symptom = library.symptoms.find(({ id }) => id === finding.symptomId);
    return {
      title: `${symptom ? (finding.value ? symptom.whenTrue : symptom.whenFalse) : finding.symptomId}${at}`,
      detail: `seen${doubt}`,
    };
  }
  const check = library.checks.find(({ id }) => id === finding.checkId);
  const own = check?.outcomes.find(({ id }) => id === finding.outcomeId);
  if (!check) return { title: finding.outcomeId, detail: `${finding.checkId}${doubt}` };
  if (own) {
    const proves = Object.keys(symptomsOf(library, finding)).length > 0;
    return {
      title: `${own.label}${at}`,
      detail: proves ? `${check.title}${doubt}` : `${check.title}: says nothing yet`,
    };
  }
  const label =
    finding.outcomeId === "could-not-do"
      ? "Could not do it"
      : finding.outcomeId === "unclear"
        ? "Unclear"
        : finding.outcomeId;
  return { title: label, detail: `${check.title}: says nothing yet` };
}

/** True when the library still has what the finding speaks of. */
export function isInLibrary(library: Library, finding: Finding): boolean {
  if (finding.kind === "symptom") return library.symptoms.some(({ id }) => id === finding.symptomId);
  const check = library.checks.find(({ id }) => id === finding.checkId);
  if (!check) return false;
  return (
    ["unclear", "could-not-do"].includes(finding.outcomeId) || check.outcomes.some(({ id }) => id === finding.outcomeId)
  );
}
