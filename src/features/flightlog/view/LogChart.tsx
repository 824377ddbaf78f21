"use client";

import { useCallback } from "react";
import { type ChannelPicture } from "@/workers/flightlog/protocol";
import { type ChartColours } from "@/shared/charts/chartColours";
import { ChartFrame } from "@/shared/charts/ChartFrame";
import { axisText, common, LaneHead, laneTitle, lineOf, roleText, TONES } from "./chartParts";
import { type Lane, type Range } from "./lanes";
import styles from "../LogLab.module.css";

const LANE_PX = 128;
const GAP_PX = 34;
const FOOT_PX = 34;

/** Height of the chart of lanes, CSS pixels. */
export function heightOf(lanes: readonly Lane[]): number {
  return lanes.length * (LANE_PX + GAP_PX) + FOOT_PX;
}

/** A moment or a stretch that is marked. */
export interface Mark {
  fromS: number;
  toS: number;
  label: string;
}

interface Props {
  fileName: string;
  lanes: readonly Lane[];
  pictures: ReadonlyMap<string, ChannelPicture>;
  /** The stretch that the pictures were made of. */
  range: Range;
  marks: readonly Mark[];
  onRange: (range: Range) => void;
  /** Hears the moment under the pointer. */
  onPoint: (atS: number) => void;
}

/** Channels over time, a lane for each kind. What is drawn are lowest and highest of each strip of the screen: nothing is missed. */
export function LogChart({ fileName, lanes, pictures, range, marks, onRange, onPoint }: Props) {
  const toOption = useCallback(
    (colours: ChartColours) => timeOption({ lanes, pictures, range, marks }, colours),
    [lanes, pictures, range, marks],
  );
  const toPicture = useCallback(
    (colours: ChartColours) => ({
      ...toOption(colours),
      title: lanes.map((lane, at) => laneTitle(lane, at * (LANE_PX + GAP_PX), colours)),
    }),
    [toOption, lanes],
  );
  const label = `${lanes.map(({ name }) => name).join(", ")} from ${range.fromS.toFixed(1)} to ${range.toS.toFixed(1)} s`;
  const zoom = (from: number, to: number) => {
    const span = range.toS - range.fromS;
    onRange({ fromS: range.fromS + from * span, toS: range.fromS + to * span });
  };
  const shape = JSON.stringify(lanes.map(({ id, roles }) => [id, roles]));
  return (
    <div className={styles.chart}>
      {lanes.map((lane, at) => (
        <LaneHead key={lane.id} lane={lane} topPx={at * (LANE_PX + GAP_PX)} />
      ))}
      <ChartFrame
        toOption={toOption}
        toPicture={toPicture}
        shape={shape}
        heightPx={heightOf(lanes)}
        label={label}
        caption={`${fileName}: ${label}`}
        onZoom={zoom}
        onPoint={onPoint}
      />
    </div>
  );
}

function timeOption(
  { lanes, pictures, range, marks }: Omit<Props, "fileName" | "onRange" | "onPoint">,
  colours: ChartColours,
): object {
  const last = lanes.length - 1;
  return {
    ...common(colours),
    grid: lanes.map((_, at) => ({ left: 62, right: 14, top: at * (LANE_PX + GAP_PX) + 26, height: LANE_PX })),
    xAxis: lanes.map((_, at) => ({
      gridIndex: at,
      type: "value",
      min: range.fromS,
      max: range.toS,
      axisLabel: {
        ...axisText(colours),
        show: at === last,
        formatter: (value: number) => `${shortTime(value, range)} s`,
        showMinLabel: false,
        showMaxLabel: false,
      },
      splitLine: { lineStyle: { color: colours.line } },
      axisLine: { onZero: false, lineStyle: { color: colours.soft } },
    })),
    yAxis: lanes.map((_, at) => ({
      gridIndex: at,
      type: "value",
      scale: true,
      splitNumber: 3,
      axisLabel: axisText(colours),
      splitLine: { lineStyle: { color: colours.line } },
    })),
    dataZoom: [
      {
        type: "inside",
        xAxisIndex: lanes.map((_, at) => at),
        start: 0,
        end: 100,
        filterMode: "none",
        zoomOnMouseWheel: "ctrl",
        moveOnMouseWheel: false,
      },
    ],
    series: lanes.flatMap((lane, at) =>
      lane.roles.map((role, channel) => ({
        ...lineOf(at, colours[TONES[channel % TONES.length]!], channel >= TONES.length),
        name: `${lane.name} ${roleText(role, lane)}`,
        data: pointsOf(pictures.get(role)),
        ...(channel === 0 && { markArea: areaOf(marks, at === 0, colours) }),
      })),
    ),
  };
}

function areaOf(marks: readonly Mark[], hasLabel: boolean, colours: ChartColours): object {
  return {
    silent: true,
    itemStyle: { color: colours.limit, opacity: 0.13 },
    label: { show: hasLabel, color: colours.ink, position: "insideTop", fontSize: 12 },
    data: marks.map(({ fromS, toS, label }) => [{ xAxis: fromS, name: label }, { xAxis: Math.max(toS, fromS + 0.01) }]),
  };
}

/** Digits that tell two marks of the axis apart. */
function shortTime(value: number, { fromS, toS }: Range): string {
  const span = toS - fromS;
  return value.toFixed(span > 20 ? 0 : span > 2 ? 1 : 3);
}

/**
 * Lowest and highest of each strip one after the other, as ECharts takes them fastest: time and value by turns.
 * An array of points would be copied and looked through point by point at each zoom.
 */
function pointsOf(picture: ChannelPicture | undefined): Float64Array {
  if (!picture) return new Float64Array();
  const { timeS, min, max } = picture;
  const flat = new Float64Array(4 * timeS.length);
  let end = 0;
  for (let at = 0; at < timeS.length; at++) {
    flat[end++] = timeS[at]!;
    flat[end++] = min[at]!;
    if (max[at] === min[at]) continue;
    flat[end++] = timeS[at]!;
    flat[end++] = max[at]!;
  }
  return flat.subarray(0, end);
}
