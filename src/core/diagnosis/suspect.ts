import { type FaultMode } from "./library/library.types";
import { type PlacedProbability } from "./places/placeSuspects";

/** A fault under suspicion. */
export interface Suspect {
  fault: FaultMode;
  probability: number;
  /** Before the last finding, for the tick on its bar. */
  probabilityBefore: number;
  prior: number;
  /** The prior by the library alone; differs from `prior` where the shop has learned. */
  libraryPrior: number;
  /** True when it could explain something seen; the others stand at what the evidence leaves of their usual rate. */
  mayExplain: boolean;
  /** Where it may be, the most probable first; empty where the part stands once, or no placed finding bears on it. */
  places: readonly PlacedProbability[];
}
