import { BAYS, type Bay } from "./bays";
import { type Job } from "./job";
import { type NewJobEvent } from "./jobEvent.schema";
import { type JobPatch } from "./jobRepository";

/**
 * What going to another bay changes: forward punches the bays on the way that were worked in, backward marks the bay the
 * job came back from and opens the ones after the target again.
 */
export function bayChange(job: Job, to: Bay, reason: string): { event: NewJobEvent; patch: JobPatch } {
  const isBackward = BAYS.indexOf(to) < BAYS.indexOf(job.bay);
  const done = new Set(isBackward ? job.baysDone : [...job.baysDone, job.bay]);
  if (isBackward) for (const bay of BAYS.slice(BAYS.indexOf(to))) done.delete(bay);
  return {
    event: { kind: "bay_entered", payload: { from: job.bay, to, reason } },
    patch: {
      bay: to,
      baysDone: BAYS.filter((bay) => done.has(bay)),
      cameBackFrom: isBackward
        ? job.bay
        : job.cameBackFrom && BAYS.indexOf(job.cameBackFrom) <= BAYS.indexOf(to)
          ? null
          : job.cameBackFrom,
    },
  };
}
