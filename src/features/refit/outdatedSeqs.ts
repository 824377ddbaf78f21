import "server-only";
import { type PartKind } from "@/core/craft/partKinds";
import { isOutdatedBy } from "@/core/diagnosis/findings/outdatedBy";
import { getCurrentLibrary } from "@/features/faultLibrary/currentLibrary";
import { causesOf, placesOf, unrepairedCauses } from "@/features/job/causes/causesOf";
import { findingsOf } from "@/features/job/events/findings";
import { listEvents } from "@/features/job/events/jobEventRepository";
import { type Job } from "@/features/job/job";
import { type Db } from "@/server/db";

/**
 * Which findings a repair outdates: those that could have come from the part that was replaced, or from the cause that it is
 * for. Without a cause and without a part nobody can tell: null, for all of them.
 *
 * @param place - Where the repair is.
 */
export async function outdatedSeqs(
  db: Db,
  job: Job,
  parts: readonly PartKind[],
  place: string,
): Promise<number[] | null> {
  const events = await listEvents(db, job.id);
  const findings = findingsOf(events);
  const open = unrepairedCauses(causesOf({ events, findings, proofs: [] }));
  const here = open.filter((cause) => placesOf(cause).some((each) => each === place));
  const faultIds = (here.length > 0 ? here : open).flatMap(({ faults }) => faults.map(({ id }) => id));
  if (parts.length === 0 && faultIds.length === 0) return null;
  const { library } = await getCurrentLibrary(db);
  return findings
    .filter(({ state, finding }) => state === "counted" && isOutdatedBy(library, finding, { parts, faultIds }))
    .map(({ seq }) => seq);
}
