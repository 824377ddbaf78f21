import { type Finding, OPEN_OUTCOMES } from "@/core/diagnosis/findings/caseFindings";
import { isInLibrary } from "@/core/diagnosis/findings/findingText";
import { type Library } from "@/core/diagnosis/library/library.types";
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
 * no longer count, unless somebody looked again and confirmed them. A failed proof counts as a finding where it says what
 * was seen, and so does what another bay hands in.
 */
export function findingsOf(events: readonly JobEvent[]): JobFinding[] {
  const seqs = (kind: "finding_withdrawn" | "finding_confirmed") =>
    new Map(events.flatMap((event) => (event.kind === kind ? [[event.payload.seq, event.seq] as const] : [])));
  const withdrawn = seqs("finding_withdrawn");
  const confirmed = seqs("finding_confirmed");
  const doubts = new Map(
    events.flatMap((event) =>
      event.kind === "finding_doubted" ? [[event.payload.seq, event.payload.doubtful] as const] : [],
    ),
  );
  const lastRepair = events.findLast(({ kind }) => kind === "part_replaced" || kind === "setting_changed")?.seq ?? 0;
  const state = (seq: number): FindingState =>
    withdrawn.has(seq) ? "taken back" : (confirmed.get(seq) ?? seq) < lastRepair ? "before the repair" : "counted";
  return events.flatMap((event) =>
    findingsIn(event).map(({ finding, note, minutes }) => ({
      seq: event.seq,
      at: event.at,
      personName: event.personName,
      finding: { ...finding, ...((doubts.get(event.seq) ?? finding.doubtful) ? { doubtful: true } : {}) },
      note,
      minutes,
      state: state(event.seq),
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

function findingsIn(event: JobEvent): { finding: Finding; note: string; minutes: number }[] {
  switch (event.kind) {
    case "finding_added": {
      const { symptomId, value, note, doubtful } = event.payload;
      return [{ finding: { kind: "symptom", symptomId, value, ...(doubtful && { doubtful }) }, note, minutes: 0 }];
    }
    case "check_answered": {
      const { checkId, outcomeId, note, minutes, value, doubtful } = event.payload;
      const measured = value === null ? "" : String(value);
      return [
        {
          finding: { kind: "check", checkId, outcomeId, ...(doubtful && { doubtful }) },
          note: [measured, note].filter(Boolean).join("; "),
          minutes: minutes ?? 0,
        },
      ];
    }
    case "evidence_given": {
      const { symptoms, source, note } = event.payload;
      return Object.entries(symptoms).map(([symptomId, value]) => ({
        finding: { kind: "symptom", symptomId, value },
        note: [source, note].filter(Boolean).join("; "),
        minutes: 0,
      }));
    }
    case "proof_decided": {
      const { state, symptomId } = event.payload;
      if (state !== "failed" || symptomId === null) return [];
      return [{ finding: { kind: "symptom", symptomId, value: true }, note: event.payload.note, minutes: 0 }];
    }
    default:
      return [];
  }
}

/** True for an answer that proves nothing: "unclear" or "could not do". */
export function isOpenAnswer(finding: Finding): boolean {
  return finding.kind === "check" && (OPEN_OUTCOMES as readonly string[]).includes(finding.outcomeId);
}
