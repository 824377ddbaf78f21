import { withGeneratedChecks } from "@/core/diagnosis/library/generateChecks";
import { shippedLibrary } from "@/core/diagnosis/shippedLibrary";
import { PART_KIND_LIST } from "@/core/craft/partKinds";
import { DEFAULT_WORKSHOP } from "./defaultWorkshop";
import { type Knowledge } from "./getKnowledge";

const { tools, spares, isLearning: _, currency, ...prices } = DEFAULT_WORKSHOP;

/** For tests: the shipped library, a shop that has everything, and a craft that carries four of every part. */
export const testKnowledge: Knowledge = {
  library: withGeneratedChecks(shippedLibrary),
  revision: 0,
  seenLinks: [],
  workshop: {
    tools: new Set<string>(tools),
    spares: new Set<string>(spares),
    fitted: Object.fromEntries(PART_KIND_LIST.map((kind) => [kind, 4])),
  },
  positions: Object.fromEntries(PART_KIND_LIST.map((kind) => [kind, [`${kind} 1`, `${kind} 2`]])),
  prices,
  currency,
  learned: null,
};
