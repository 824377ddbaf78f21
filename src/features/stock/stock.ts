import { type PartKind } from "@/core/craft/partKinds";

/** A kind of part on the shelves. */
export interface StockItem {
  id: number;
  kind: PartKind;
  name: string;
  shelf: string;
  /** Continuous current rating where the part has one. */
  continuousA: number | null;
  /** What one costs; null where nobody said. */
  priceCents: number | null;
  onHand: number;
  /** On hand, with a job's name on them. */
  reserved: number;
  /** With fewer than these, it is to be ordered. */
  fewest: number;
  version: number;
}

/** Something that came or went. */
export interface StockMove {
  at: Date;
  by: string;
  pieces: number;
  note: string;
  jobId: number | null;
}

/** What the stock page is given. */
export interface StockPageProps {
  items: (StockItem & { jobs: { jobId: number; pieces: number }[]; moves: StockMove[] })[];
  currency: string;
  mayEdit: boolean;
}

/** What nobody has put a name on. */
export function freePieces({ onHand, reserved }: Pick<StockItem, "onHand" | "reserved">): number {
  return Math.max(0, onHand - reserved);
}
