import { type ProofState } from "@/core/prove/orderProofs";

/** What a proof wants, with what the job has to offer for it. */
export interface NeedsView {
  /** In words. */
  text: string;
  /** Kept measurements since the last repair that are of the right kind, newest first. */
  measurements: readonly { seq: number; title: string; word: string; isCompared: boolean }[];
  measured: boolean;
  baseline: boolean;
  figures: readonly { id: string; label: string; unit: string }[];
  photo: string | null;
  photos: readonly { id: number; fileName: string }[];
  witness: string | null;
  sorties: boolean;
}

/** A proof as the page shows it. */
export interface ProofView {
  kind: string;
  title: string;
  how: string;
  rung: string;
  cautions: readonly string[];
  state: ProofState;
  note: string;
  metBy: string;
  askedBy: string;
  /** Null where looking is all that it asks. */
  needs: NeedsView | null;
  failureSymptom: string | null;
  decided: string;
  blockers: string[];
}

/** A symptom that a failure can be a finding of, with the places that it can be at. */
export interface FailureSymptom {
  id: string;
  text: string;
  places: readonly string[];
}
