import { CoreInputError } from "../../CoreInputError";
import {
  measureColumns,
  type MeasuredParts,
  type MeasurementOptions,
  type MeasurementPast,
} from "../measure/measureColumns";
import { type ProfileStep } from "./profile";
import { responseTimes } from "./responseTime";
import { MEASUREMENT_OF, runColumns } from "./runColumns";
import { type RunKind } from "./runKinds";
import { type Series } from "../../series/series";

/** The verdict of a run, or a sentence why there is none; both null for kinds with a verdict of their own. */
export interface JudgedRun {
  measured: MeasuredParts | null;
  problem: string | null;
}

/**
 * Judges a run by the rules that judge the same measurement from a file.
 *
 * @param past - Baselines and rated parts, and how many motors share the pack.
 */
export function judgeRun(
  kind: RunKind,
  series: Series,
  profile: readonly ProfileStep[],
  options: MeasurementOptions = {},
  past: MeasurementPast & { motorCount?: number } = {},
): JudgedRun {
  const measurement = MEASUREMENT_OF[kind];
  if (measurement === null) return { measured: null, problem: null };
  try {
    const responseS = responseTimes(series, profile);
    const columns = runColumns(measurement, series, profile, past.motorCount);
    return { measured: measureColumns(measurement, columns, options, { ...past, responseS }), problem: null };
  } catch (error) {
    if (error instanceof CoreInputError) return { measured: null, problem: error.message };
    throw error;
  }
}
