import { type ProofState } from "@/core/prove/orderProofs";

/** A proof asked of a job. */
export interface Proof {
  kind: string;
  state: ProofState;
  askedBy: string;
  note: string;
  /** What it was met by, in words: a kept run, a figure, "by eye, because …"; empty where looking is all it asks. */
  metBy: string;
  decidedBy: string | null;
  decidedAt: Date | null;
}
