import { CoreInputError } from "../CoreInputError";
import { type Check, type Library, type Outcome } from "./library.types";

/** One thing known about a case: the answer to a check, or a reading seen without one. */
export type Finding = (
  { kind: "check"; checkId: string; outcomeId: string } | { kind: "reading"; readingId: string; value: boolean }
) & {
  /** True when whoever found it is not sure of it. */
  doubtful?: boolean;
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

/** The readings one finding proves. */
export function readingsOf(library: Library, finding: Finding): Readonly<Record<string, boolean>> {
  if (finding.kind === "reading") return { [finding.readingId]: finding.value };
  return findOutcome(getCheck(library, finding.checkId), finding.outcomeId)?.sets ?? {};
}

/** Two sure findings that say opposite things of one reading, by their places in the list. */
export interface Clash {
  readingId: string;
  earlier: number;
  later: number;
}

/** What a list of findings proves, surely and doubtfully: reading id → true or false, in order of first mention. */
export interface CaseReadings {
  known: ReadonlyMap<string, boolean>;
  doubtful: ReadonlyMap<string, boolean>;
  clashes: readonly Clash[];
}

/**
 * Gathers what findings prove. Where two sure ones speak of the same reading the later one counts, since it was looked at
 * again; if they disagree the pair is named. A doubtful finding never outweighs a sure one about the same reading.
 *
 * @throws {CoreInputError} `unknown_id`.
 */
export function gatherReadings(library: Library, findings: readonly Finding[]): CaseReadings {
  const known = new Map<string, boolean>();
  const doubtful = new Map<string, boolean>();
  const source = new Map<string, number>();
  const clashes: Clash[] = [];
  findings.forEach((finding, index) => {
    for (const [readingId, value] of Object.entries(readingsOf(library, finding))) {
      if (finding.doubtful) {
        if (!known.has(readingId)) doubtful.set(readingId, value);
        continue;
      }
      if (known.has(readingId) && known.get(readingId) !== value) {
        clashes.push({ readingId, earlier: source.get(readingId)!, later: index });
      }
      known.set(readingId, value);
      source.set(readingId, index);
      doubtful.delete(readingId);
    }
  });
  return { known, doubtful, clashes };
}
