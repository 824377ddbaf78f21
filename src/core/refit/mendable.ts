import { PART_KIND_LIST, PART_KINDS, type PartKind } from "../craft/partKinds";

/** What can be mended or set without a new part, besides the parts themselves. */
const OTHERS = {
  settings: "Settings only",
  wiring: "Wiring between parts",
  linkage: "Linkage or hinge",
  rigging: "Balance and rigging",
  ground: "Transmitter or ground gear",
} as const;

/** What a mend was done on: it decides which proofs are owed. */
export type Mendable = PartKind | keyof typeof OTHERS;

/** Its name in a list: mendable → name. */
export const MENDABLE: Readonly<Record<Mendable, string>> = { ...OTHERS, ...PART_KINDS };

/** All, in the order they are listed. */
export const MENDABLE_LIST = Object.keys(MENDABLE) as Mendable[];

/** True for a part of the craft. */
export function isPartKind(mended: string): mended is PartKind {
  return (PART_KIND_LIST as readonly string[]).includes(mended);
}

/** True for anything that can be mended. */
export function isMendable(id: string): id is Mendable {
  return id in MENDABLE;
}
