"use client";

import { useCallback } from "react";
import { type ChartColours, ChartFrame } from "./ChartFrame";
import { runChartOption, type RunChartData, stripsOf } from "./runChartOption";

const STRIP_PX = 132;

/** The channels of a run over time, one above the other. */
export function RunChart({ data }: { data: RunChartData }) {
  const toOption = useCallback((colours: ChartColours) => runChartOption(data, colours), [data]);
  const strips = stripsOf(data);
  const shape = JSON.stringify([strips, data.others.length, data.limits, data.notes.length, data.durationS]);
  return (
    <ChartFrame
      toOption={toOption}
      shape={shape}
      heightPx={Math.min(560, Math.max(230, strips.length * STRIP_PX))}
      label={`${strips.join(", ")} over time`}
    />
  );
}
