"use client";

import { useCallback } from "react";
import { type CalculatorCurve } from "@/core/calculators/calculator.types";
import { type ChartColours } from "@/shared/charts/chartColours";
import { ChartFrame } from "@/shared/charts/ChartFrame";

const LANE_PX = 128;

/** How the answer changes, one lane for each line, with its limit and where the answer stands. */
export function CalculatorCurveChart({ curve }: { curve: CalculatorCurve }) {
  const text = JSON.stringify(curve);
  const toOption = useCallback(
    (colours: ChartColours) => optionOf(JSON.parse(text) as CalculatorCurve, colours),
    [text],
  );
  return (
    <section className="panel" aria-label="Curve">
      <ChartFrame
        toOption={toOption}
        shape={`${curve.xLabel} ${curve.lines.length}`}
        heightPx={curve.lines.length * LANE_PX + 40}
        label={`${curve.lines.map(({ label }) => label).join(", ")} over ${curve.xLabel}`}
      />
    </section>
  );
}

function optionOf({ xLabel, at, lines }: CalculatorCurve, colours: ChartColours): object {
  const last = lines.length - 1;
  const text = { color: colours.soft };
  return {
    animation: false,
    grid: lines.map((_, index) => ({ left: 56, right: 14, top: 22 + index * LANE_PX, height: LANE_PX - 44 })),
    tooltip: { trigger: "axis", backgroundColor: colours.card, textStyle: { color: colours.ink } },
    xAxis: lines.map((_, index) => ({
      gridIndex: index,
      type: "value",
      min: "dataMin",
      max: "dataMax",
      name: index === last ? xLabel : "",
      nameLocation: "middle",
      nameGap: 24,
      nameTextStyle: text,
      axisLabel: { ...text, show: index === last },
      splitLine: { lineStyle: { color: colours.line } },
    })),
    yAxis: lines.map(({ label }, index) => ({
      gridIndex: index,
      type: "value",
      min: 0,
      splitNumber: 3,
      name: label,
      nameGap: 6,
      nameTextStyle: { ...text, align: "left" },
      axisLabel: text,
      splitLine: { lineStyle: { color: colours.line } },
    })),
    series: lines.map(({ label, points, limit }, index) => ({
      name: label,
      type: "line",
      xAxisIndex: index,
      yAxisIndex: index,
      showSymbol: false,
      data: points.map(([x, y]) => [x, Number(y.toFixed(2))]),
      lineStyle: { color: colours.main, width: 2 },
      itemStyle: { color: colours.main },
      markLine: {
        symbol: "none",
        silent: true,
        data: [
          { xAxis: at, lineStyle: { color: colours.soft }, label: { show: false } },
          ...(limit
            ? [
                {
                  yAxis: limit.value,
                  lineStyle: { color: colours.limit, type: "dashed" },
                  label: { formatter: limit.label, color: colours.limit, position: "insideEndTop" },
                },
              ]
            : []),
        ],
      },
    })),
  };
}
