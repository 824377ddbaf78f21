"use client";

import { useCallback } from "react";
import { type ChartColours, ChartFrame } from "./ChartFrame";
import { seriesChartOption, type SeriesChartData, lanesOf } from "./seriesChartOption";

const LANE_PX = 132;

/** The channels of a run over time, one above the other. */
export function SeriesChart({ data }: { data: SeriesChartData }) {
  const toOption = useCallback((colours: ChartColours) => seriesChartOption(data, colours), [data]);
  const lanes = lanesOf(data);
  const shape = JSON.stringify([lanes, data.others.length, data.limits, data.notes.length, data.durationS]);
  return (
    <ChartFrame
      toOption={toOption}
      shape={shape}
      heightPx={Math.min(560, Math.max(230, lanes.length * LANE_PX))}
      label={`${lanes.join(", ")} over time`}
    />
  );
}
