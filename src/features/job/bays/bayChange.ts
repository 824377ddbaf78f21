import { type JobEvent, type NewJobEvent } from "../events/eventKind";
import { bayEntered } from "../events/jobEvents";
import { type Job } from "../job";
import { type JobPatch } from "../jobRepository";
import { type Proof } from "../proof";
import { findBay, registeredBays } from "./bayRegistry";

/** What there is on a job when it leaves a bay. */
export interface Worked {
  events: readonly (JobEvent | NewJobEvent)[];
  proofs: readonly Proof[];
}

/**
 * What going to another bay changes: forward punches the bay that is left, if something was done in it; backward marks the bay
 * the job came back from and opens the ones after the target again.
 *
 * @param to - A bay of the path.
 * @param worked - The history with what is written along, and the proofs.
 */
export function bayChange(
  job: Job,
  to: string,
  reason: string,
  worked: Worked,
): { event: NewJobEvent; patch: JobPatch } {
  const path = registeredBays().map(({ id }) => id);
  const isBackward = path.indexOf(to) < path.indexOf(job.bay);
  const done = new Set(isBackward || !isWorkedIn(job.bay, worked) ? job.baysDone : [...job.baysDone, job.bay]);
  if (isBackward) for (const bay of path.slice(path.indexOf(to))) done.delete(bay);
  return {
    event: bayEntered.of({ from: job.bay, to, reason }),
    patch: {
      bay: to,
      baysDone: path.filter((bay) => done.has(bay)),
      cameBackFrom: isBackward
        ? job.bay
        : job.cameBackFrom && path.indexOf(job.cameBackFrom) <= path.indexOf(to)
          ? null
          : job.cameBackFrom,
    },
  };
}

/** True when a bay was worked in: only then is it punched. */
export function isWorkedIn(bay: string, { events, proofs }: Worked): boolean {
  const worked = findBay(bay)?.isWorkedIn;
  return worked ? worked({ events: events as readonly JobEvent[], proofs }) : true;
}
