import { type ProofKind } from "./proofKinds";

/**
 * What a proof that failed and was put right on the spot takes with it: itself, and every proof of the list that rests on it,
 * directly or over others.
 *
 * @param listed - Ids of the job's proofs.
 * @returns Ids of the list, in its order.
 */
export function proofAndDependents(
  id: string,
  listed: readonly string[],
  kinds: Readonly<Record<string, ProofKind>>,
): string[] {
  const rests = new Set([id]);
  for (let size = 0; size !== rests.size;) {
    size = rests.size;
    for (const each of listed) if (kinds[each]?.after.some((need) => rests.has(need))) rests.add(each);
  }
  return listed.filter((each) => rests.has(each));
}
