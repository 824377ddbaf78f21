import { type PartKind } from "@/core/craft/partKinds";

/** A kind of part that a job can take off a shelf. */
export interface ShelfChoice {
  id: number;
  kind: PartKind;
  name: string;
  shelf: string;
  priceCents: number | null;
  /** With nobody's name on them. */
  free: number;
  /** With this job's name on them. */
  ours: number;
}

/** What repairing this craft has cost, and how often repairs of its type came back. */
export interface RepairCosts {
  /** Parts, and the time that fitting them took. */
  spentCents: number;
  labourCentsPerHour: number;
  currency: string;
  /** Kind of part → of those followed long enough, how many came out again. */
  again: Readonly<Partial<Record<PartKind, { followed: number; failedAgain: number }>>>;
}
