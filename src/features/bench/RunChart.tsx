"use client";

import { useCallback } from "react";
import { type PowerSample, type RunLimits } from "@/core/bench/findLimitCrossing";
import { type ChartColours, ChartFrame } from "./ChartFrame";
import { runChartOption } from "./runChartOption";

interface Props {
  samples: readonly PowerSample[];
  baseline: readonly PowerSample[];
  limits: RunLimits;
  durationS: number;
}

/** Amps, watts and volts over time, one above the other, with limits drawn and the baseline in a second tone. */
export function RunChart({ samples, baseline, limits, durationS }: Props) {
  const toOption = useCallback(
    (colours: ChartColours) => runChartOption({ samples, baseline, limits, durationS }, colours),
    [samples, baseline, limits, durationS],
  );
  return <ChartFrame toOption={toOption} heightPx={400} label="Amps, watts and volts over time" />;
}
