import { type PartKind } from "@/core/craft/partKinds";
import { type RemovedAs } from "@/core/refit/removedAs";
import { formatDate } from "@/shared/format";
import { type FittedPart } from "./craft";

/** A position of a craft with its part and every part before. */
export interface Position {
  position: string;
  kind: PartKind;
  fitted: { partId: number; name: string; serial: string; continuousA: number | null; since: string } | null;
  /** Former parts, newest first. */
  former: {
    partId: number;
    name: string;
    serial: string;
    span: string;
    reason: string;
    removedAs: RemovedAs | null;
    jobId: number | null;
  }[];
}

/**
 * Groups a craft's parts by position.
 *
 * @param parts - By position, the newest of each first, as the repository lists them.
 */
export function positionsOf(parts: readonly FittedPart[]): Position[] {
  const positions = new Map<string, Position>();
  for (const part of parts) {
    const entry = positions.get(part.position) ?? {
      position: part.position,
      kind: part.kind,
      fitted: null,
      former: [],
    };
    positions.set(part.position, entry);
    if (part.removedAt === null) {
      const { id, name, serial, continuousA, fittedAt } = part;
      entry.fitted = { partId: id, name, serial, continuousA, since: formatDate(fittedAt) };
    } else {
      entry.former.push({
        partId: part.id,
        name: part.name,
        serial: part.serial,
        span: `${formatDate(part.fittedAt)} to ${formatDate(part.removedAt)}`,
        reason: part.removedReason ?? "",
        removedAs: part.removedAs,
        jobId: part.removedJobId,
      });
    }
  }
  return [...positions.values()];
}

/** Positions that had a part once and stand empty: "ESC 3: taken for Wren …". A craft that lacks one does not go. */
export function lacking(positions: readonly Position[]): string[] {
  return positions
    .filter(({ fitted }) => fitted === null)
    .map(({ position, former }) => (former[0]?.reason ? `${position}: ${former[0].reason}` : position));
}
