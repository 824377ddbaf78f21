import { type EventFinding } from "./eventKind";

/** Why a finding does not count. */
export type FindingState = "counted" | "taken back" | "before the repair";

/** A finding on a job, with where it stands in the history. */
export interface JobFinding extends EventFinding {
  /** Sequence number of its event: the finding's name on the job. */
  seq: number;
  at: Date;
  personName: string;
  state: FindingState;
}
