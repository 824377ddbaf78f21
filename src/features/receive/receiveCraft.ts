import "server-only";
import { getCraft } from "@/features/craft/craftRepository";
import { insertCraftWithParts } from "@/features/craft/insertCraftWithParts";
import { findingsOf } from "@/features/job/findings";
import { diagnosisHeadline, diagnosisOf } from "@/features/job/diagnosisOf";
import { type JobEvent, type NewJobEvent } from "@/features/job/jobEvent.schema";
import { appendEvents } from "@/features/job/jobEventRepository";
import { findJobIdByRequestKey, insertJob, listJobsOfCraft } from "@/features/job/jobRepository";
import { jobNumber } from "@/features/job/job";
import { getKnowledge } from "@/features/faultLibrary/getKnowledge";
import { requireSymptom } from "@/features/faultLibrary/requireSymptom";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { withTransaction } from "@/server/db";
import { AppError } from "@/server/errors";
import { type ReceiveCraftInput } from "./receiveCraft.schema";

/**
 * Takes a craft in: adds it when it is new, opens a job that stands in Isolate, and writes what was seen as findings.
 *
 * The same request key gives the same job, so two quick clicks take one craft in once.
 *
 * @returns The job's id.
 * @throws {AppError} `forbidden`, `invalid_input` when the craft has an open job or the tail number is taken;
 *   {NotFoundError} for an unknown craft.
 */
export async function receiveCraft(context: VerbContext, input: ReceiveCraftInput): Promise<{ jobId: number }> {
  requireRole(context, "technician");
  const { pool, person, now } = context;
  const earlier = await findJobIdByRequestKey(pool, input.requestKey);
  if (earlier !== null) return { jobId: earlier };
  try {
    return await withTransaction(pool, async (db) => {
      const craftId = input.newCraft ? await insertCraftWithParts(db, input.newCraft, now) : input.craftId!;
      const craft = await getCraft(db, craftId);
      const { name } = craft;
      for (const symptomId of input.seen) await requireSymptom(db, symptomId);
      const open = (await listJobsOfCraft(db, craftId)).find(({ closedAt }) => closedAt === null);
      if (open) throw new AppError("invalid_input", `${name} is here already: job ${jobNumber(open.id)} is open.`);
      const events = intakeEvents(input);
      const findings = findingsOf(
        events.map((event, index): JobEvent => ({ ...event, seq: index + 1, at: now, personName: "", jobVersion: 1 })),
      );
      const { phase, history, complaint, lastChange, technicianId } = input;
      const jobId = await insertJob(db, {
        craftId,
        technicianId: technicianId ?? person.id,
        complaint,
        phase,
        history,
        lastChange,
        failureCount: input.intermittent?.failureCount ?? null,
        failureTimeS: input.intermittent?.failureTimeS ?? null,
        bay: "isolate",
        baysDone: ["receive"],
        cameBackFrom: null,
        waitingFor: "",
        receivedAt: now,
        ...diagnosisHeadline(
          diagnosisOf({ phase, history }, craft.kind, findings, await getKnowledge(db, craft)),
          findings,
        ),
        requestKey: input.requestKey,
        eventCount: events.length,
      });
      await appendEvents(db, jobId, events, { firstSeq: 1, jobVersion: 1, personId: person.id, at: now });
      return { jobId };
    });
  } catch (error) {
    const raced = await findJobIdByRequestKey(pool, input.requestKey); // the other click came first
    if (raced !== null) return { jobId: raced };
    throw error;
  }
}

function intakeEvents({ complaint, seen }: ReceiveCraftInput): NewJobEvent[] {
  return [
    { kind: "received", payload: { complaint, makeSafe: ["battery out", "props off"] } },
    ...seen.map((symptomId): NewJobEvent => ({
      kind: "finding_added",
      payload: { symptomId, value: true, note: "", doubtful: false },
    })),
  ];
}
