import "server-only";
import { lookedAt } from "@/core/diagnosis/library/lookedAt";
import { mayRelease } from "@/core/prove/orderProofs";
import { registeredBays } from "@/features/job/bays/bayRegistry";
import { getCraft } from "@/features/craft/craftRepository";
import { listFittedParts } from "@/features/craft/fittedPartRepository";
import { lacking, positionsOf } from "@/features/craft/positionsOf";
import { releaseReservations } from "@/features/stock/stockRepository";
import { changeJob } from "@/features/job/changeJob";
import { type Job, jobNumber } from "@/features/job/job";
import { isWorkedIn } from "@/features/job/bays/bayChange";
import { causesOf, standingCauses } from "@/features/job/causes/causesOf";
import { type JobEvent } from "@/features/job/events/eventKind";
import { countedFindings, findingsOf } from "@/features/job/events/findings";
import { type Proof } from "@/features/job/proof";
import { listEvents } from "@/features/job/events/jobEventRepository";
import { listProofs } from "@/features/job/proofRepository";
import { insertClosedCase, setCaseCounts } from "@/features/faultLibrary/closedCaseRepository";
import { getCurrentLibrary } from "@/features/faultLibrary/currentLibrary";
import { insertLooks } from "@/features/faultLibrary/linkRepository";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type Db, withTransaction } from "@/server/db";
import { AppError, NotFoundError } from "@/server/errors";
import { handbackBay, handedBack } from "./handback.manifest";
import { type DecideCaseInput, type HandBackInput } from "./handBack.schema";

/**
 * Hands the craft back and closes the job: proven, or with a reason as it is, unrepaired. Where something was done to it and stands unproven, only a
 * lead lets it go so.
 *
 * @throws {AppError} `forbidden`; `not_ready` unless every proof is met or waived and no part is lacking; {ConflictError}; {NotFoundError}
 */
export async function handBack(context: VerbContext, input: HandBackInput): Promise<null> {
  requireRole(context, "technician");
  const { to, note, unrepaired = "" } = input;
  return changeJob(context, input, async (db, job) => {
    const proofs = await listProofs(db, job.id);
    if (unrepaired !== "") {
      if (mayRelease(proofs)) throw new AppError("not_ready", "Every proof is met or waived: it goes back repaired.");
      if (proofs.length > 0) requireRole(context, "lead");
    } else if (!mayRelease(proofs)) {
      const open = proofs.filter(({ state }) => state === "open" || state === "failed").length;
      throw new AppError(
        "not_ready",
        proofs.length === 0
          ? "Nothing was asked to be proven. Record the repair in Refit first, or let it go back unrepaired."
          : `${open === 1 ? "1 proof is" : `${open} proofs are`} neither met nor waived.`,
      );
    }
    const lacks = lacking(positionsOf(await listFittedParts(db, job.craftId)));
    if (unrepaired === "" && lacks.length > 0)
      throw new AppError("not_ready", `The craft lacks a part. ${lacks.join("; ")}. Fit one in Refit.`);
    await releaseReservations(db, job.id);
    const events = await listEvents(db, job.id);
    // What was never proven teaches nothing.
    if (unrepaired === "") await rememberCase(db, job, events, proofs);
    const handed = handedBack.of({ to, note, unrepaired });
    return {
      events: [handed],
      patch: {
        bay: handbackBay.id,
        // A bay that nothing was done in is not punched, not even at the end.
        baysDone: registeredBays()
          .map(({ id }) => id)
          .filter((id) => isWorkedIn(id, { events: [...events, handed], proofs })),
        cameBackFrom: null,
        waitingFor: "",
        closedAt: context.now,
      },
      result: null,
    };
  });
}

/**
 * Counts the job's causes that stand for the shop's own rates, and with one cause alone what checks looked at for the strengths of
 * its links. A cause outside the library counts as a job without one of its faults.
 */
async function rememberCase(db: Db, job: Job, events: readonly JobEvent[], proofs: readonly Proof[]): Promise<void> {
  const findings = findingsOf(events);
  const causes = standingCauses(causesOf({ events, findings, proofs }));
  if (causes.length === 0) return; // nothing was isolated on this job, so it teaches nothing
  const { kind } = await getCraft(db, job.craftId);
  const faultIds = [...new Set(causes.flatMap(({ faults }) => faults.map(({ id }) => id)))];
  await insertClosedCase(db, { jobId: job.id, craftKind: kind, faultIds });
  const [only, second] = causes;
  // With two causes it is not known which of them showed what.
  if (second || faultIds.length !== 1 || only!.other !== "") return;
  const { library } = await getCurrentLibrary(db);
  const takenBack = new Set(findings.filter(({ state }) => state === "taken back").map(({ seq }) => seq));
  const whenNamed = findingsOf(events.filter(({ seq }) => seq < only!.seq)).filter(({ seq }) => !takenBack.has(seq));
  await insertLooks(db, job.id, faultIds[0]!, lookedAt(library, countedFindings(whenNamed, library)));
}

/**
 * Takes a wrongly closed job out of what the shop learns from, or back in.
 *
 * @throws {AppError} `forbidden`; {NotFoundError} for a job that was never closed with a cause
 */
export async function decideCase(context: VerbContext, input: DecideCaseInput): Promise<null> {
  requireRole(context, "lead");
  const { jobId, counts, reason } = input;
  const isFound = await withTransaction(context.pool, (db) =>
    setCaseCounts(db, jobId, counts, { personId: context.person.id, reason }),
  );
  if (!isFound) throw new NotFoundError(`A closed case of job ${jobNumber(jobId)}`);
  return null;
}
