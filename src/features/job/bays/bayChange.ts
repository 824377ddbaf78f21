import { type NewJobEvent } from "../events/eventKind";
import { bayEntered } from "../events/jobEvents";
import { type Job } from "../job";
import { type JobPatch } from "../jobRepository";
import { registeredBays } from "./bayRegistry";

/**
 * What going to another bay changes: forward punches the bays on the way that were worked in, backward marks the bay the
 * job came back from and opens the ones after the target again.
 *
 * @param to - A bay of the path.
 */
export function bayChange(job: Job, to: string, reason: string): { event: NewJobEvent; patch: JobPatch } {
  const path = registeredBays().map(({ id }) => id);
  const isBackward = path.indexOf(to) < path.indexOf(job.bay);
  const done = new Set(isBackward ? job.baysDone : [...job.baysDone, job.bay]);
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
