import { CoreInputError } from "../CoreInputError";
import { type Check, type Library, type Outcome } from "./library.types";

/** One thing known about a case: the answer to a check, or a reading seen without one. */
export type Finding =
  { kind: "check"; checkId: string; outcomeId: string } | { kind: "reading"; readingId: string; value: boolean };

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

/**
 * Gathers what a list of findings proves. Where two speak of the same reading, the later one counts: it was looked at again.
 *
 * @returns reading id → true or false, in order of first mention.
 * @throws {CoreInputError} `unknown_id`.
 */
export function knownReadings(library: Library, findings: readonly Finding[]): Map<string, boolean> {
  const known = new Map<string, boolean>();
  for (const finding of findings) {
    for (const [reading, value] of Object.entries(readingsOf(library, finding))) known.set(reading, value);
  }
  return known;
}
