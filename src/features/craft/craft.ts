import { type CraftKind } from "@/core/craft/craftKinds";
import { type PartKind } from "@/core/craft/partKinds";
import { type RemovedAs } from "@/core/refit/removedAs";

/** A craft as the shop knows it. */
export interface Craft {
  id: number;
  name: string;
  tailNumber: string;
  serial: string;
  kind: CraftKind;
  frameClass: string;
  massG: number;
  motorCount: number;
  cellCount: number;
  owner: string;
  baselineRunId: number | null;
  version: number;
}

/** A part in a position of a craft, now or formerly. */
export interface FittedPart {
  id: number;
  kind: PartKind;
  position: string;
  name: string;
  serial: string;
  /** Continuous current rating where the part has one. */
  continuousA: number | null;
  fittedAt: Date;
  fittedJobId: number | null;
  removedAt: Date | null;
  removedJobId: number | null;
  removedReason: string | null;
  /** What it came out as; null while it is in, and where nobody was asked. */
  removedAs: RemovedAs | null;
  /** The craft that it was taken from to go in here. */
  fromCraftId: number | null;
  /** The craft that it was taken out for. */
  lentToCraftId: number | null;
}
