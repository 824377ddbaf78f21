import "server-only";
import { placesFor } from "@/core/craft/spots";
import { blockersOf } from "@/core/prove/orderProofs";
import { findProofKind, PROOF_KINDS } from "@/core/prove/proofKinds";
import { type ProofNeeds } from "@/core/prove/proofNeeds";
import { listFittedParts } from "@/features/craft/fittedPartRepository";
import { proofGuided } from "@/features/job/events/jobEvents";
import { type JobMeasurement, lastChangeAt, measurementsOf } from "@/features/job/events/measurements";
import { getJobPage } from "@/features/job/getJobPage";
import { jobNumber } from "@/features/job/job";
import { listPhotos, type PhotoInfo, photosSince } from "@/features/job/photos/photoRepository";
import { hasRole } from "@/server/person";
import { type VerbContext } from "@/server/verbs/verbContext";
import { formatDateTime } from "@/shared/format";
import { cleanFlyingOf } from "./cleanFlying";
import { type NeedsView } from "./proofView";
import { sortieLogged } from "./prove.manifest";
import { type ProveBayProps } from "./ProveBay";
import { needsText } from "./weighEvidence";

/** A job in Prove. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getProveBay(context: VerbContext, jobId: number): Promise<ProveBayProps> {
  const { job, craft, events, library, ...facts } = await getJobPage(context, jobId);
  const [parts, photos] = await Promise.all([
    listFittedParts(context.pool, craft.id),
    listPhotos(context.pool, job.id),
  ]);
  const fitted = parts.filter(({ removedAt }) => removedAt === null);
  const proofs = facts.proofs.filter(({ kind }) => findProofKind(kind));
  const measurements = measurementsOf(events);
  // What was worked out last under each title.
  const guides = new Map(proofGuided.in(events).map(({ payload }) => [`${payload.proof} ${payload.title}`, payload]));
  const guidesOf = (kind: string) =>
    [...guides.values()]
      .filter(({ proof }) => proof === kind)
      .map(({ title, lines }) => `${title}: ${lines.join(" ")}`);
  const failureSymptoms = new Set(proofs.map(({ kind }) => findProofKind(kind)!.failureSymptom));
  return {
    target: { jobId: job.id, version: job.version },
    number: jobNumber(job.id),
    proofs: proofs.map(({ kind, state, note, metBy, askedBy, decidedBy, decidedAt }) => {
      const { title, how, rung, cautions, needs, failureSymptom } = findProofKind(kind)!;
      return {
        kind,
        title,
        how: [how, ...guidesOf(kind)].join(" "),
        rung,
        cautions,
        state,
        note,
        metBy,
        askedBy,
        needs: needs ? needsView(needs, measurements, photosSince(photos, lastChangeAt(events))) : null,
        failureSymptom: failureSymptom ?? null,
        decided: decidedBy && decidedAt ? `${decidedBy}, ${formatDateTime(decidedAt)}` : "",
        blockers: blockersOf(kind, proofs, PROOF_KINDS).map((blocker) => findProofKind(blocker)!.title),
      };
    }),
    symptoms: library.symptoms
      .filter(({ id, complaint }) => complaint || failureSymptoms.has(id))
      .map(({ id, whenTrue, where }) => ({ id, text: whenTrue, places: where ? placesFor(where, craft, fitted) : [] })),
    clean: proofs.some(({ kind }) => kind === "clean-time") ? cleanFlyingOf(job, events) : null,
    sorties: sortieLogged
      .in(events)
      .map(({ payload, seq, at, personName }) => ({ ...payload, seq, at: formatDateTime(at), by: personName })),
    mayEdit: hasRole(context.person, "technician") && !job.closedAt && job.bay === "prove",
    mayReopen: hasRole(context.person, "technician") && !job.closedAt,
    mayWaive: hasRole(context.person, "lead"),
    isHere: job.bay === "prove" && !job.closedAt,
  };
}

/** What a proof wants, with what the job has for it. */
function needsView(
  needs: ProofNeeds,
  measurements: readonly JobMeasurement[],
  photos: readonly PhotoInfo[],
): NeedsView {
  return {
    text: needsText(needs),
    measured: needs.measured !== undefined,
    measurements: measurements
      .filter(({ of, isCurrent }) => isCurrent && needs.measured?.includes(of))
      .map(({ seq, title, word, isCompared }) => ({ seq, title, word, isCompared }))
      .toReversed(),
    baseline: needs.baseline === true,
    figures: needs.figures?.fields ?? [],
    photo: needs.photo ?? null,
    photos: needs.photo ? photos.map(({ id, fileName }) => ({ id, fileName })) : [],
    witness: needs.witness ?? null,
    sorties: needs.sorties === true,
  };
}
