import "server-only";
import { orderProofs } from "@/core/prove/orderProofs";
import { findProofKind, PROOF_KINDS, type ProofKindId } from "@/core/prove/proofKinds";
import { type CraftFacts, invalidatedProofs } from "@/core/refit/invalidatedProofs";
import { type Mendable } from "@/core/refit/mendable";
import { type PartKind } from "@/core/craft/partKinds";
import { type Job } from "@/features/job/job";
import { type NewJobEvent } from "@/features/job/events/eventKind";
import { proofsAsked } from "@/features/job/events/jobEvents";
import { listProofs, saveProofList } from "@/features/job/proofRepository";
import { type Db } from "@/server/db";

/**
 * Adds the proofs that a repair invalidated to the job's list and puts the whole list in working order. A proof that was
 * met or waived before and is invalidated again is open again.
 *
 * @param because - What invalidated them, in words.
 * @returns The event that records it.
 */
export async function askProofs(
  db: Db,
  job: Job,
  craft: CraftFacts,
  touched: { replaced: readonly PartKind[]; otherType?: readonly PartKind[]; mended?: readonly Mendable[] },
  because: string,
): Promise<NewJobEvent> {
  const facts = { craft, intermittent: job.failureCount !== null };
  const { replaced, otherType, mended = [] } = touched;
  const asked = [
    ...new Set([
      ...(replaced.length > 0 || mended.length === 0 ? invalidatedProofs({ ...facts, replaced, otherType }) : []),
      ...mended.flatMap((each) => invalidatedProofs({ ...facts, replaced: [], mended: each })),
    ]),
  ];
  return askProofKinds(db, job, asked, because);
}

/**
 * Adds proofs to the job's list, those that were met or waived open again, and puts the whole list in working order.
 *
 * @param because - What invalidated them, in words.
 * @returns The event that records it.
 */
export async function askProofKinds(
  db: Db,
  job: Job,
  asked: readonly ProofKindId[],
  because: string,
): Promise<NewJobEvent> {
  const listed = (await listProofs(db, job.id)).map(({ kind }) => kind).filter((kind) => findProofKind(kind));
  await saveProofList(db, job.id, orderProofs([...listed, ...asked], PROOF_KINDS), asked, because);
  return proofsAsked.of({ kinds: [...asked], because });
}
