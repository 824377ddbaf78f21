import { type Finding, OPEN_OUTCOMES } from "@/core/diagnosis/findings/caseFindings";
import { isInLibrary } from "@/core/diagnosis/findings/findingText";
import { type Library } from "@/core/diagnosis/library/library.types";
import { findEventKind } from "../bays/bayRegistry";
import { type JobEvent } from "./eventKind";
import { findingConfirmed, findingDoubted, findingWithdrawn } from "./jobEvents";
import { type FindingState, type JobFinding } from "./jobFinding";

/**
 * Gathers a job's findings from its history, oldest first: what each event hands to the diagnosis.
 *
 * An event that changed the craft makes findings before it findings about another craft, those that could have come from what
 * was changed: they stay on the list but no longer count, unless somebody looked again and confirmed them.
 */
export function findingsOf(events: readonly JobEvent[]): JobFinding[] {
  const withdrawn = new Set(findingWithdrawn.in(events).map(({ payload }) => payload.seq));
  const confirmed = new Map(findingConfirmed.in(events).map(({ payload, seq }) => [payload.seq, seq]));
  const doubts = new Map(findingDoubted.in(events).map(({ payload }) => [payload.seq, payload.doubtful]));
  const changes = events.flatMap(({ kind, payload, seq }) => {
    const changed = findEventKind(kind);
    return changed?.changesCraft ? [{ seq, outdated: changed.outdates?.(payload) ?? null }] : [];
  });
  const isOutdated = (seq: number) =>
    changes.some(
      (change) =>
        (confirmed.get(seq) ?? seq) < change.seq && (change.outdated === null || change.outdated.includes(seq)),
    );
  const state = (seq: number): FindingState =>
    withdrawn.has(seq) ? "taken back" : isOutdated(seq) ? "before the repair" : "counted";
  return events.flatMap(({ kind, payload, seq, at, personName }) =>
    (findEventKind(kind)?.findings?.(payload) ?? []).map(({ finding, note, minutes }) => ({
      seq,
      at,
      personName,
      finding: { ...finding, ...((doubts.get(seq) ?? finding.doubtful) ? { doubtful: true } : {}) },
      note,
      minutes,
      state: state(seq),
    })),
  );
}

/** Those that the engine weighs: they count, and the library still has what they speak of. */
export function weighedFindings(findings: readonly JobFinding[], library: Library): JobFinding[] {
  return findings.filter(({ state, finding }) => state === "counted" && isInLibrary(library, finding));
}

/** The same as the core takes them. */
export function countedFindings(findings: readonly JobFinding[], library: Library): Finding[] {
  return weighedFindings(findings, library).map(({ finding }) => finding);
}

/** True for "unclear" and "could not do". */
export function isOpenOutcome(outcomeId: string): boolean {
  return (OPEN_OUTCOMES as readonly string[]).includes(outcomeId);
}

/** True for an answer that proves nothing: "unclear" or "could not do". */
export function isOpenAnswer(finding: Finding): boolean {
  return finding.kind === "check" && isOpenOutcome(finding.outcomeId);
}
