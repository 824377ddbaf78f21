/** A part that the whole pack current passes, with what it may carry. */
export interface RatedPart {
  position: string;
  name: string;
  /** Continuous rating of the part in ampere. */
  continuousA: number;
  /** How many alike share the current side by side, such as ESCs. 1 for a part in the main line. */
  parallel: number;
}

/** The part with the least room, and how much that is. */
export interface WeakestPart extends RatedPart {
  /** Current through one such part at the measured draw. */
  currentA: number;
  /** Rating minus current; below zero the part is over its rating. */
  marginA: number;
  /** Margin as a share of the rating. */
  marginShare: number;
}

/**
 * Finds the part in line with the least room at the measured pack current.
 *
 * @param parts - Parts with a known rating.
 * @param packCurrentA - Mean current out of the pack at the step judged.
 * @returns null when no part has a rating: then nothing can be said.
 */
export function weakestInLine(parts: readonly RatedPart[], packCurrentA: number): WeakestPart | null {
  const rated = parts.map((part): WeakestPart => {
    const currentA = packCurrentA / part.parallel;
    const marginA = part.continuousA - currentA;
    return { ...part, currentA, marginA, marginShare: marginA / part.continuousA };
  });
  return rated.reduce<WeakestPart | null>(
    (weakest, part) => (weakest === null || part.marginShare < weakest.marginShare ? part : weakest),
    null,
  );
}
