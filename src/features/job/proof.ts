import { type ProofState } from "@/core/prove/orderProofs";

/** A proof asked of a job. */
export interface Proof {
  kind: string;
  state: ProofState;
  askedBy: string;
  note: string;
  decidedBy: string | null;
  decidedAt: Date | null;
}
