import "server-only";
import { type Library } from "@/core/diagnosis/library/library.types";
import { PART_KINDS } from "@/core/craft/partKinds";
import { findProofKind } from "@/core/prove/proofKinds";
import { listFittedParts } from "@/features/craft/fittedPartRepository";
import { causeNamed } from "@/features/job/events/jobEvents";
import { getJobPage } from "@/features/job/getJobPage";
import { hasRole } from "@/server/person";
import { type VerbContext } from "@/server/verbs/verbContext";
import { formatPercent } from "@/shared/format";
import { positionsOf } from "@/features/craft/positionsOf";
import { type RefitBayProps } from "./RefitBay";

/** A job in Refit. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getRefitBay(context: VerbContext, jobId: number): Promise<RefitBayProps> {
  const { job, craft, events, proofs, library } = await getJobPage(context, jobId);
  const parts = await listFittedParts(context.pool, craft.id);
  const cause = causeNamed.last(events);
  const suspectParts = new Set(cause?.payload.faults.flatMap(({ id }) => partsOfFault(library, id)));
  return {
    target: { jobId: job.id, version: job.version },
    cause: cause
      ? [
          ...cause.payload.faults.map(
            ({ name, repair, probability }) => `${name} (${formatPercent(probability)}): ${repair}`,
          ),
          ...(cause.payload.other ? [cause.payload.other] : []),
        ]
      : [],
    positions: positionsOf(parts)
      .map((position) => ({
        ...position,
        kindName: PART_KINDS[position.kind],
        isSuspect: suspectParts.has(position.kind),
      }))
      .sort((a, b) => Number(b.isSuspect) - Number(a.isSuspect)),
    proofs: proofs.map(({ kind, state }) => ({ title: findProofKind(kind)?.title ?? kind, state })),
    mayEdit: hasRole(context.person, "technician") && !job.closedAt,
    isHere: job.bay === "refit",
  };
}

function partsOfFault(library: Library, faultId: string): string[] {
  const fault = library.faults.find(({ id }) => id === faultId);
  const repair = library.repairs.find(({ id }) => id === fault?.repair);
  return [fault?.part, repair?.part].filter((part) => part !== undefined);
}
