import "server-only";
import { blockersOf } from "@/core/prove/orderProofs";
import { findProofKind, PROOF_KINDS } from "@/core/prove/proofKinds";
import { getJobPage } from "@/features/job/getJobPage";
import { hasRole } from "@/server/person";
import { type VerbContext } from "@/server/verbs/verbContext";
import { formatDateTime } from "@/shared/format";
import { sortieLogged } from "./prove.manifest";
import { cleanFlyingOf } from "./cleanFlying";
import { type ProveBayProps } from "./ProveBay";

/** A job in Prove. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getProveBay(context: VerbContext, jobId: number): Promise<ProveBayProps> {
  const { job, events, library, ...facts } = await getJobPage(context, jobId);
  const proofs = facts.proofs.filter(({ kind }) => findProofKind(kind));
  return {
    target: { jobId: job.id, version: job.version },
    proofs: proofs.map(({ kind, state, note, askedBy, decidedBy, decidedAt }) => {
      const { title, how, rung, cautions, failureSymptom } = findProofKind(kind)!;
      return {
        kind,
        title,
        how,
        rung,
        cautions,
        state,
        note,
        askedBy,
        failureSymptom: failureSymptom ?? null,
        decided: decidedBy && decidedAt ? `${decidedBy}, ${formatDateTime(decidedAt)}` : "",
        blockers: blockersOf(kind, proofs, PROOF_KINDS).map((blocker) => findProofKind(blocker)!.title),
      };
    }),
    symptoms: library.symptoms.filter(({ complaint }) => complaint).map(({ id, whenTrue }) => ({ id, text: whenTrue })),
    clean: proofs.some(({ kind }) => kind === "clean-time") ? cleanFlyingOf(job, events) : null,
    sorties: sortieLogged
      .in(events)
      .map(({ payload, seq, at, personName }) => ({ ...payload, seq, at: formatDateTime(at), by: personName })),
    mayEdit: hasRole(context.person, "technician") && !job.closedAt && job.bay === "prove",
    mayWaive: hasRole(context.person, "lead"),
    isHere: job.bay === "prove" && !job.closedAt,
  };
}
