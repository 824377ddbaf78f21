import { useMemo } from "react";
import { profileDurationS, type ProfileStep } from "@/core/bench/run/profile";
import { type RUN_PLANS, type RunKind } from "@/core/bench/run/runKinds";
import { type SeriesPoints } from "@/core/series/pointsOf";
import { type SeriesChartData } from "@/shared/charts/seriesChartOption";
import { type RunOrder } from "../rig/RigPanel";
import { type AssessedRun } from "../verdict/assessRun";

/** What the chart of the bench draws: the run in hand over its baseline and what it is compared with. */
export function useChartData(
  main: SeriesPoints,
  {
    assessed,
    behind,
    order,
    plan,
  }: {
    assessed: AssessedRun | null;
    behind: readonly AssessedRun[];
    order: RunOrder;
    plan: (typeof RUN_PLANS)[RunKind];
  },
) {
  return useMemo(
    () => ({
      main,
      others: [
        ...(assessed?.baseline ? [{ name: "baseline", points: assessed.baseline.points }] : []),
        ...behind.map(({ run, points }) => ({ name: `run ${run.id}`, points })),
      ],
      limits: assessed?.run.limits ?? order.limits,
      durationS: assessed ? assessed.lengthS + 0.5 : profileDurationS(order.profile) + 0.5,
      draws: plan.draws,
      notes: [
        ...motorMarks(assessed?.run.profile ?? order.profile),
        ...(assessed?.gaps ?? []).map(({ fromS }) => ({ atS: fromS, note: "not stored", mark: "not stored" })),
        ...(assessed?.notes ?? []),
      ],
    }),
    [main, assessed, behind, order, plan],
  );
}

/** Where each motor's turn begins, where they run one after another; the marks name the traces. */
function motorMarks(profile: readonly ProfileStep[]): SeriesChartData["notes"][number][] {
  let atS = 0;
  let last: number | null = null;
  const marks: SeriesChartData["notes"][number][] = [];
  for (const { output, holdS } of profile) {
    if (output != null && output !== last) {
      marks.push({ atS, note: `motor ${output}`, mark: `motor ${output}` });
      last = output;
    }
    atS += holdS;
  }
  return marks;
}
