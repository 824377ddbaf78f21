import { type Finding, OPEN_OUTCOMES } from "@/core/isolate/caseFindings";
import { type JobEvent } from "./jobEvent.schema";

/** Why a finding does not count. */
export type FindingState = "counted" | "taken back" | "before the repair";

/** A finding on a job, with where it stands in the history. */
export interface JobFinding {
  /** Sequence number of its event: the finding's name on the job. */
  seq: number;
  at: Date;
  personName: string;
  finding: Finding;
  note: string;
  minutes: number;
  state: FindingState;
}

/**
 * Gathers a job's findings from its history, oldest first.
 *
 * A replaced part or changed setting makes the findings before it findings about another craft: they stay on the list but
 * no longer count. A failed proof counts as a finding where it says what was seen.
 */
export function findingsOf(events: readonly JobEvent[]): JobFinding[] {
  const withdrawn = new Set(events.flatMap((event) => (event.kind === "finding_withdrawn" ? [event.payload.seq] : [])));
  const lastRepair = events.findLast(({ kind }) => kind === "part_replaced" || kind === "setting_changed")?.seq ?? 0;
  const state = (seq: number): FindingState =>
    withdrawn.has(seq) ? "taken back" : seq < lastRepair ? "before the repair" : "counted";
  return events.flatMap((event) =>
    findingsIn(event).map(({ finding, note, minutes }) => ({
      seq: event.seq,
      at: event.at,
      personName: event.personName,
      finding,
      note,
      minutes,
      state: state(event.seq),
    })),
  );
}

/** Those that count, as the core takes them. */
export function countedFindings(findings: readonly JobFinding[]): Finding[] {
  return findings.filter(({ state }) => state === "counted").map(({ finding }) => finding);
}

function findingsIn(event: JobEvent): { finding: Finding; note: string; minutes: number }[] {
  switch (event.kind) {
    case "finding_added": {
      const { readingId, value, note } = event.payload;
      return [{ finding: { kind: "reading", readingId, value }, note, minutes: 0 }];
    }
    case "check_answered": {
      const { checkId, outcomeId, note, minutes } = event.payload;
      return [{ finding: { kind: "check", checkId, outcomeId }, note, minutes: minutes ?? 0 }];
    }
    case "proof_decided": {
      const { state, readingId } = event.payload;
      if (state !== "failed" || readingId === null) return [];
      return [{ finding: { kind: "reading", readingId, value: true }, note: event.payload.note, minutes: 0 }];
    }
    default:
      return [];
  }
}

/** True for an answer that proves nothing: "unclear" or "could not do". */
export function isOpenAnswer(finding: Finding): boolean {
  return finding.kind === "check" && (OPEN_OUTCOMES as readonly string[]).includes(finding.outcomeId);
}
