import { CoreInputError } from "../CoreInputError";
import { type ProofKind, RUNGS } from "./proofKinds";

/**
 * Puts proofs in an order that can be worked down: every proof after those it needs, and never a higher rung of the
 * ladder before a lower one. Needs that are not on the list do not count.
 *
 * @param ids - Proofs to order; among equals their order is kept.
 * @param kinds - Title, rung and needs by id.
 * @throws {CoreInputError} `unknown_id`; `circular_order` when needs form a circle.
 * @see A. B. Kahn, "Topological sorting of large networks", Communications of the ACM 5 (11), 1962.
 */
export function orderProofs(ids: readonly string[], kinds: Readonly<Record<string, ProofKind>>): string[] {
  const open = [...new Set(ids)];
  for (const id of open) if (!kinds[id]) throw new CoreInputError("unknown_id", `there is no proof "${id}"`);
  const rung = (id: string) => RUNGS.indexOf(kinds[id]!.rung);
  const ordered: string[] = [];
  while (open.length > 0) {
    const ready = open.filter((id) => !kinds[id]!.after.some((need) => open.includes(need)));
    if (ready.length === 0)
      throw new CoreInputError("circular_order", `proofs wait for each other: ${open.join(", ")}`);
    const next = ready.reduce((first, id) => (rung(id) < rung(first) ? id : first));
    ordered.push(next);
    open.splice(open.indexOf(next), 1);
  }
  return ordered;
}

/** The state of one proof on a job. */
export type ProofState = "open" | "met" | "failed" | "waived";

/** A proof on a job, as far as the order needs it. */
export interface ProofOnJob {
  kind: string;
  state: ProofState;
}

/** Which proofs of the list stand in the way of this one: neither met nor waived, and needed before it. */
export function blockersOf(
  kind: string,
  proofs: readonly ProofOnJob[],
  kinds: Readonly<Record<string, ProofKind>>,
): string[] {
  const own = kinds[kind];
  if (!own) throw new CoreInputError("unknown_id", `there is no proof "${kind}"`);
  const rung = RUNGS.indexOf(own.rung);
  return proofs
    .filter(({ state }) => state === "open" || state === "failed")
    .filter((other) => own.after.includes(other.kind) || RUNGS.indexOf(kinds[other.kind]!.rung) < rung)
    .map((other) => other.kind);
}

/** True when every proof is met or waived, and there is at least one: an empty list proves nothing. */
export function mayRelease(proofs: readonly ProofOnJob[]): boolean {
  return proofs.length > 0 && proofs.every(({ state }) => state === "met" || state === "waived");
}
