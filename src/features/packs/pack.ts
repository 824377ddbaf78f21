import { type Chemistry } from "@/core/bench/measure/pack/chemistries";
import { type PackEntry } from "@/core/bench/packEntry";
import { type PackAdvice } from "@/core/bench/packLog";

/** A pack of the shop or of a customer. */
export interface Pack {
  id: number;
  label: string;
  chemistry: Chemistry;
  cellCount: number;
  capacityMah: number;
  cRating: number | null;
  boughtOn: string | null;
  isRetired: boolean;
  version: number;
}

/** An entry in a pack's log. */
export interface PackLogEntry extends PackEntry {
  id: number;
  note: string;
  by: string;
}

/** A pack with its log and what that advises. */
export interface PackLine extends Pack {
  log: readonly PackLogEntry[];
  advice: PackAdvice;
}

/** What the page of the packs is given. */
export interface PacksPageProps {
  packs: readonly PackLine[];
  /** ISO date. */
  today: string;
  mayEdit: boolean;
}
