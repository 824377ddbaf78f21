"use client";

import { useCallback } from "react";
import { type Measured } from "@/core/bench/measure/measured.types";
import { type ChartColours } from "./chartColours";
import { ChartFrame } from "./ChartFrame";

/** Points with the line through them and its confidence band; what was left out of the fit is drawn hollow. */
export function FitChart({ chart }: { chart: NonNullable<Measured["chart"]> }) {
  const toOption = useCallback((colours: ChartColours) => fitChartOption(chart, colours), [chart]);
  return <ChartFrame toOption={toOption} heightPx={240} label={`${chart.yLabel} over ${chart.xLabel}`} />;
}

function fitChartOption(
  { xLabel, yLabel, points, line, band = [] }: NonNullable<Measured["chart"]>,
  colours: ChartColours,
): object {
  const axis = (name: string) => ({
    type: "value",
    name,
    nameLocation: "middle",
    nameGap: 26,
    scale: true,
    nameTextStyle: { color: colours.soft },
    axisLabel: { color: colours.soft },
    splitLine: { lineStyle: { color: colours.line } },
  });
  return {
    animation: false,
    grid: { left: 54, right: 14, top: 12, bottom: 44 },
    tooltip: { trigger: "item" },
    xAxis: axis(xLabel),
    yAxis: { ...axis(yLabel), nameGap: 38 },
    series: [
      { type: "line", symbol: "none", data: line.map(({ x, y }) => [x, y]), lineStyle: { color: colours.main } },
      ...(["low", "high"] as const).map((edge) => ({
        type: "line",
        symbol: "none",
        silent: true,
        data: band.map((point) => [point.x, point[edge]]),
        lineStyle: { color: colours.second, width: 1, type: "dashed" },
      })),
      {
        type: "scatter",
        symbolSize: points.length > 60 ? 4 : 9,
        data: points.map(({ x, y, isOutlier }) => ({
          value: [x, y],
          itemStyle: isOutlier
            ? { color: "transparent", borderColor: colours.limit, borderWidth: 2 }
            : { color: colours.ink },
        })),
      },
    ],
  };
}
