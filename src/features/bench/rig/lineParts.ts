import { highestPackAmps } from "@/core/bench/lineLimits";
import { type ProfileStep } from "@/core/bench/run/profile";
import { type RunLimits } from "@/core/bench/run/runLimits";
import { type RatedPart } from "@/core/bench/weakestInLine";
import { type PartKind } from "@/core/craft/partKinds";
import { type Craft, type FittedPart } from "@/features/craft/craft";

/** Kinds of parts that the pack's whole current passes, and those that share it motor by motor. */
const IN_MAIN_LINE: readonly PartKind[] = ["pack", "power_lead", "current_sensor"];
const PER_MOTOR: readonly PartKind[] = ["esc", "motor"];

/** The rated parts in line on a craft as it is fitted now. */
export function linePartsOf(craft: Craft, parts: readonly FittedPart[]): RatedPart[] {
  return parts
    .filter(({ removedAt }) => removedAt === null)
    .flatMap(({ kind, position, name, continuousA }) => {
      if (continuousA === null) return [];
      if (IN_MAIN_LINE.includes(kind)) return [{ position, name, continuousA, parallel: 1 }];
      if (PER_MOTOR.includes(kind)) return [{ position, name, continuousA, parallel: craft.motorCount }];
      return [];
    });
}

/** Volts per cell below which a run is cut, at rest and under load. Common practice, no published source. */
const MIN_CELL_V = 3.2;
/** Above this per cell something is wrong with the supply: 4.35 V is the highest of the usual chemistries. */
const MAX_CELL_V = 4.4;
/** Without any rated part: a cautious bound. Trade judgement. */
const UNRATED_MAX_A = 30;

/** Limits to begin with: what the weakest part that this profile feeds may carry, and what the cells may do. */
export function suggestedLimits(
  craft: Pick<Craft, "cellCount">,
  parts: readonly RatedPart[],
  profile: readonly ProfileStep[],
): RunLimits {
  return {
    current: { max: Math.floor(highestPackAmps(parts, profile) ?? UNRATED_MAX_A) },
    voltage: {
      min: Math.round(craft.cellCount * MIN_CELL_V * 10) / 10,
      max: Math.round(craft.cellCount * MAX_CELL_V * 10) / 10,
    },
  };
}
