"use client";

import { extent } from "simple-statistics";
import { useCallback } from "react";
import { type FlightFigures } from "@/core/flightlog/figures/flightFigures";
import { type ChartColours } from "@/shared/charts/chartColours";
import { ChartFrame } from "@/shared/charts/ChartFrame";
import { axisText, common } from "./chartParts";

const LANE_PX = 150;
const HEAD_PX = 40;
const TAIL_HEIGHT = 4;

interface Props {
  before: FlightFigures;
  now: FlightFigures;
}

/** Two flights laid over each other: what each stretch drew, and how it shook, at the output that it was flown at. */
export function FlightsChart({ before, now }: Props) {
  const toOption = useCallback((colours: ChartColours) => flightsOption({ before, now }, colours), [before, now]);
  const lanes = lanesOf({ before, now });
  if (lanes.length === 0) return null;
  const names = lanes.map(({ name }) => name).join(" and ");
  return (
    <ChartFrame
      toOption={toOption}
      heightPx={lanes.length * LANE_PX + HEAD_PX + TAIL_HEIGHT}
      label={`${names} over output, this flight and the one before`}
    />
  );
}

interface Lane {
  name: string;
  unit: string;
  of: 1 | 2;
}

/** What both flights say. */
function lanesOf({ before, now }: Props): Lane[] {
  const both = (of: 1 | 2) => [before, now].every(({ stretches }) => stretches.some((stretch) => stretch[of] !== null));
  const unit = now.vibration?.unit;
  return [
    ...(both(1) ? [{ name: "amps", unit: "A", of: 1 as const }] : []),
    ...(both(2) && unit && before.vibration?.unit === unit ? [{ name: "vibration", unit, of: 2 as const }] : []),
  ];
}

function flightsOption(flights: Props, colours: ChartColours): object {
  const lanes = lanesOf(flights);
  const outputs = [...flights.before.stretches, ...flights.now.stretches].map(([output]) => 100 * output);
  const [least, most] = extent(outputs);
  return {
    ...common(colours),
    title: {
      left: 0,
      top: 0,
      text: "{now|● now}   {before|○ before}",
      textStyle: {
        rich: { now: { color: colours.main, fontSize: 13 }, before: { color: colours.limit, fontSize: 13 } },
      },
    },
    tooltip: { show: false },
    axisPointer: { show: false },
    grid: lanes.map((_, at) => ({ left: 44, right: 8, top: HEAD_PX + at * LANE_PX, height: LANE_PX - 32 })),
    xAxis: lanes.map((_, at) => ({
      gridIndex: at,
      type: "value",
      min: Math.floor(least),
      max: Math.ceil(most),
      axisLabel: { ...axisText(colours), show: at === lanes.length - 1, formatter: "{value} %" },
      splitLine: { lineStyle: { color: colours.line } },
    })),
    yAxis: lanes.map(({ name, unit }, at) => ({
      gridIndex: at,
      type: "value",
      scale: true,
      splitNumber: 3,
      name: `${name}, ${unit}`,
      nameGap: 6,
      nameTextStyle: { color: colours.soft, align: "left" },
      axisLabel: axisText(colours),
      splitLine: { lineStyle: { color: colours.line } },
    })),
    series: lanes.flatMap(({ of }, at) =>
      (["before", "now"] as const).map((which) => ({
        type: "scatter",
        xAxisIndex: at,
        yAxisIndex: at,
        symbolSize: 7,
        silent: true,
        data: flights[which].stretches.flatMap((stretch) =>
          stretch[of] === null ? [] : [[100 * stretch[0], stretch[of]]],
        ),
        itemStyle:
          which === "now"
            ? { color: colours.main }
            : { color: "transparent", borderColor: colours.limit, borderWidth: 1.6 },
      })),
    ),
  };
}
