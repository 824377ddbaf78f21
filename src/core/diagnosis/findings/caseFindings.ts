import { CoreInputError } from "../../CoreInputError";
import { type Check, type Library, type Outcome } from "../library/library.types";

/** One thing known about a case: the answer to a check, or a symptom seen without one. */
export type Finding = (
  { kind: "check"; checkId: string; outcomeId: string } | { kind: "symptom"; symptomId: string; value: boolean }
) & {
  /** True when whoever found it is not sure of it. */
  doubtful?: boolean;
  /** Where on the craft it was found, in words: "ESC 3, rear left". */
  place?: string;
};

/** Answers that every check has besides its own outcomes: they prove nothing. */
export const OPEN_OUTCOMES = ["unclear", "could-not-do"] as const;

/**
 * Finds a check.
 *
 * @throws {CoreInputError} `unknown_id`.
 */
export function getCheck(library: Library, checkId: string): Check {
  const check = library.checks.find(({ id }) => id === checkId);
  if (!check) throw new CoreInputError("unknown_id", `the library has no check "${checkId}"`);
  return check;
}

/**
 * Finds an outcome of a check; undefined for "unclear" and "could not do", which set nothing.
 *
 * @throws {CoreInputError} `unknown_id`.
 */
export function findOutcome(check: Check, outcomeId: string): Outcome | undefined {
  if ((OPEN_OUTCOMES as readonly string[]).includes(outcomeId)) return undefined;
  const outcome = check.outcomes.find(({ id }) => id === outcomeId);
  if (!outcome) throw new CoreInputError("unknown_id", `check "${check.id}" has no outcome "${outcomeId}"`);
  return outcome;
}

/** The symptoms one finding proves. */
export function symptomsOf(library: Library, finding: Finding): Readonly<Record<string, boolean>> {
  if (finding.kind === "symptom") return { [finding.symptomId]: finding.value };
  return findOutcome(getCheck(library, finding.checkId), finding.outcomeId)?.sets ?? {};
}

/** Two sure findings that say opposite things of one symptom, by their places in the list. */
export interface Contradiction {
  symptomId: string;
  earlier: number;
  later: number;
}

/** What a list of findings proves, surely and doubtfully: symptom id → true or false, in order of first mention. */
export interface CaseSymptoms {
  known: ReadonlyMap<string, boolean>;
  doubtful: ReadonlyMap<string, boolean>;
  contradictions: readonly Contradiction[];
}

/**
 * Gathers what findings prove. Where two sure ones speak of the same symptom the later one counts, since it was looked at
 * again; if they disagree the pair is named. A doubtful finding never outweighs a sure one about the same symptom.
 *
 * @throws {CoreInputError} `unknown_id`.
 */
export function gatherSymptoms(library: Library, findings: readonly Finding[]): CaseSymptoms {
  const known = new Map<string, boolean>();
  const doubtful = new Map<string, boolean>();
  const source = new Map<string, number>();
  const contradictions: Contradiction[] = [];
  findings.forEach((finding, index) => {
    for (const [symptomId, value] of Object.entries(symptomsOf(library, finding))) {
      if (finding.doubtful) {
        if (!known.has(symptomId)) doubtful.set(symptomId, value);
        continue;
      }
      if (known.has(symptomId) && known.get(symptomId) !== value) {
        contradictions.push({ symptomId, earlier: source.get(symptomId)!, later: index });
      }
      known.set(symptomId, value);
      source.set(symptomId, index);
      doubtful.delete(symptomId);
    }
  });
  return { known, doubtful, contradictions };
}
