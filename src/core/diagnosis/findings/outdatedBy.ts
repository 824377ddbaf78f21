import { type Library } from "../library/library.types";
import { type Finding, symptomsOf } from "./caseFindings";
import { isInLibrary } from "./findingText";

/** What a repair touched. */
export interface Touched {
  /** Kinds of the parts that were replaced. */
  parts: readonly string[];
  /** Faults that it was meant to cure. */
  faultIds: readonly string[];
}

/** A fault that makes a symptom at least this likely counts as something it could have come from. Trade judgement. */
const COULD_COME_FROM = 0.1;

/**
 * True when a finding may be otherwise after a repair: something it speaks of could have come from a part that was replaced, or
 * from a fault that was to be cured. What has nothing to do with the repair still holds: a dead camera is dead after a new ESC.
 * A finding that the library no longer has is taken for outdated.
 */
export function isOutdatedBy(library: Library, finding: Finding, { parts, faultIds }: Touched): boolean {
  if (!isInLibrary(library, finding)) return true;
  const touched = new Set([
    ...faultIds,
    ...library.faults.filter(({ part }) => parts.includes(part)).map(({ id }) => id),
  ]);
  return Object.keys(symptomsOf(library, finding)).some((symptomId) => {
    const links = library.symptoms.find(({ id }) => id === symptomId)?.links ?? {};
    return Object.entries(links).some(([fault, strength]) => strength >= COULD_COME_FROM && touched.has(fault));
  });
}
