import { type History, type Phase } from "@/core/diagnosis/library/library.types";

/** One visit of a craft to the shop. */
export interface Job {
  id: number;
  craftId: number;
  technicianId: number | null;
  technicianName: string | null;
  complaint: string;
  phase: Phase;
  history: History;
  lastChange: string;
  /** How often an intermittent fault came before the repair, and over how long; null when it is always there. */
  failureCount: number | null;
  failureTimeS: number | null;
  /** Where it is on the path of bays, by id. */
  bay: string;
  baysDone: string[];
  cameBackFrom: string | null;
  waitingFor: string;
  /** The day the customer was promised it, as 2026-11-30; null when none was. */
  promisedOn: string | null;
  /** Goes before others. */
  isUrgent: boolean;
  /** What the ticket says: the state of things, and what was done. */
  headline: string;
  detail: string;
  /** What to do next, and why it is worth doing. */
  nextStep: string;
  nextWorth: string;
  receivedAt: Date;
  closedAt: Date | null;
  version: number;
}

/** The number on the ticket. */
export function jobNumber(id: number): string {
  return String(id).padStart(4, "0");
}
