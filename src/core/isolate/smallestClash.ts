import { CoreInputError } from "../CoreInputError";
import { type Finding, gatherReadings } from "./caseFindings";
import { type CompiledLibrary, toEvidence } from "./compileLibrary";
import { posteriors } from "./posteriors";

/** Sets of up to this size are searched one by one; beyond it, findings are left out while the rest still clashes. */
const SEARCHED_SIZE = 3;

/**
 * Finds the smallest set of findings that cannot all be true under the library.
 *
 * @returns Places in `findings`, ascending; empty when all of them together are possible. Of minimum size up to three;
 *   larger ones are minimal: leaving out any member makes the rest possible.
 */
export function smallestClash(compiled: CompiledLibrary, findings: readonly Finding[]): number[] {
  const everything = [...findings.keys()];
  const isImpossible = (places: readonly number[]) =>
    !isPossible(
      compiled,
      places.map((place) => findings[place]!),
    );
  if (!isImpossible(everything)) return [];
  for (let size = 1; size <= Math.min(SEARCHED_SIZE, findings.length); size++) {
    const found = combinations(everything, size).find(isImpossible);
    if (found) return found;
  }
  return everything.reduce((kept, place) => {
    const fewer = kept.filter((other) => other !== place);
    return isImpossible(fewer) ? fewer : kept;
  }, everything);
}

function isPossible(compiled: CompiledLibrary, findings: readonly Finding[]): boolean {
  try {
    posteriors(compiled.network, toEvidence(compiled, gatherReadings(compiled.library, findings)));
    return true;
  } catch (error) {
    if (error instanceof CoreInputError && error.code === "impossible_evidence") return false;
    throw error;
  }
}

function combinations(items: readonly number[], size: number): number[][] {
  if (size === 0) return [[]];
  return items.flatMap((item, index) => combinations(items.slice(index + 1), size - 1).map((rest) => [item, ...rest]));
}
