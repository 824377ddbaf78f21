import "server-only";
import { getJobPage } from "@/features/job/getJobPage";
import { jobNumber } from "@/features/job/job";
import { hasRole } from "@/server/person";
import { listPeople } from "@/features/people/personRepository";
import { type VerbContext } from "@/server/verbs/verbContext";
import { formatClock, formatDateTime } from "@/shared/format";
import { listPhotos } from "@/features/job/photos/photoRepository";
import { type ReceiveBayProps } from "./ReceiveBay";

/** A job's intake. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getReceiveBay(context: VerbContext, jobId: number): Promise<ReceiveBayProps> {
  const { job, craft } = await getJobPage(context, jobId);
  const [people, photos] = await Promise.all([listPeople(context.pool), listPhotos(context.pool, jobId)]);
  const { id, version, complaint, lastChange, waitingFor, technicianId, failureCount, failureTimeS } = job;
  const facts: [string, string][] = [
    ["Received", formatDateTime(job.receivedAt)],
    ["Made safe", "battery out, props off"],
    ["Showed in", job.phase],
    ["Came after", job.history],
    ["Owner", craft.owner],
    ["Craft", `${craft.massG} g, ${craft.motorCount} motors, ${craft.cellCount} cells`],
  ];
  if (failureCount !== null && failureTimeS !== null) {
    facts.push(["Comes and goes", `${failureCount} failures in ${formatClock(failureTimeS)}`]);
  }
  return {
    job: {
      id,
      number: jobNumber(id),
      version,
      complaint,
      lastChange,
      waitingFor,
      technicianId,
      promisedOn: job.promisedOn,
      isUrgent: job.isUrgent,
    },
    facts,
    people: people.filter((person) => hasRole(person, "technician")),
    photos,
    mayEdit: hasRole(context.person, "technician") && !job.closedAt,
  };
}
