import { type CraftKind } from "@/core/craft/craftKinds";
import { type Craft } from "@/features/craft/craft";
import { type Job } from "../job";

/** What a job's ticket shows. */
export interface Ticket {
  jobId: number;
  craftName: string;
  tailNumber: string;
  kind: CraftKind;
  frameClass: string;
  complaint: string;
  bay: string;
  baysDone: string[];
  cameBackFrom: string | null;
  waitingFor: string;
  promisedOn: string | null;
  isUrgent: boolean;
  headline: string;
  detail: string;
  technicianName: string | null;
  receivedAt: Date;
  closedAt: Date | null;
}

/** The ticket of one job. */
export function ticketOf(job: Job, craft: Craft): Ticket {
  const { promisedOn, isUrgent } = job;
  const { bay, baysDone, cameBackFrom, complaint, waitingFor, headline, detail, technicianName, receivedAt, closedAt } =
    job;
  return {
    jobId: job.id,
    craftName: craft.name,
    tailNumber: craft.tailNumber,
    kind: craft.kind,
    frameClass: craft.frameClass,
    complaint,
    bay,
    baysDone,
    cameBackFrom,
    waitingFor,
    promisedOn,
    isUrgent,
    headline,
    detail,
    technicianName,
    receivedAt,
    closedAt,
  };
}

/** The state of a bay's hole on the ticket. */
export type HoleState = "done" | "here" | "came back" | "left to do" | "skipped";

/** How a bay's hole looks: punched when done, ringed when in hand, hatched where the job came back from, barred when it was passed and nothing done in it. */
export function holeState(
  ticket: Pick<Ticket, "bay" | "baysDone" | "cameBackFrom" | "closedAt">,
  bay: string,
  path: readonly string[],
): HoleState {
  const isDone = ticket.baysDone.includes(bay);
  if (ticket.closedAt) return isDone ? "done" : "skipped";
  if (ticket.bay === bay) return "here";
  if (ticket.cameBackFrom === bay) return "came back";
  if (isDone) return "done";
  return path.indexOf(bay) < path.indexOf(ticket.bay) ? "skipped" : "left to do";
}

/** How a promised day stands. */
export type PromiseState = "none" | "ahead" | "today" | "overdue";

/**
 * How an open job stands to the day it was promised for.
 *
 * @param today - As 2026-11-30, on the shop's clock.
 */
export function promiseState(
  { promisedOn, closedAt }: Pick<Ticket, "promisedOn" | "closedAt">,
  today: string,
): PromiseState {
  if (promisedOn === null || closedAt) return "none";
  return promisedOn < today ? "overdue" : promisedOn === today ? "today" : "ahead";
}
