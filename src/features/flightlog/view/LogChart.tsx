"use client";

import { useCallback } from "react";
import { type ChannelPicture, type SpectrumPicture } from "@/workers/flightlog/protocol";
import { type ChartColours, ChartFrame } from "@/shared/charts/ChartFrame";
import { type Lane, type Range } from "./lanes";
import styles from "./LogLab.module.css";

const LANE_PX = 128;
const GAP_PX = 34;
const FOOT_PX = 34;

/** A moment or a stretch that is marked. */
export interface Mark {
  fromS: number;
  toS: number;
  label: string;
}

interface Props {
  lanes: readonly Lane[];
  pictures: ReadonlyMap<string, ChannelPicture>;
  range: Range;
  marks: readonly Mark[];
  onRange: (range: Range) => void;
}

/** Channels over time, a lane for each kind. What is drawn are lowest and highest of each strip of the screen: nothing is missed. */
export function LogChart({ lanes, pictures, range, marks, onRange }: Props) {
  const toOption = useCallback(
    (colours: ChartColours) => timeOption({ lanes, pictures, range, marks }, colours),
    [lanes, pictures, range, marks],
  );
  const zoom = (from: number, to: number) => {
    const span = range.toS - range.fromS;
    onRange({ fromS: range.fromS + from * span, toS: range.fromS + to * span });
  };
  const shape = JSON.stringify([lanes.map(({ id, roles }) => [id, roles]), range, marks]);
  return (
    <div className={styles.chart}>
      {lanes.map((lane, at) => (
        <LaneHead key={lane.id} lane={lane} topPx={at * (LANE_PX + GAP_PX)} />
      ))}
      <ChartFrame
        toOption={toOption}
        shape={shape}
        heightPx={lanes.length * (LANE_PX + GAP_PX) + FOOT_PX}
        label={`${lanes.map(({ name }) => name).join(", ")} from ${range.fromS.toFixed(1)} to ${range.toS.toFixed(1)} s`}
        onZoom={zoom}
      />
    </div>
  );
}

/** What a lane holds, each channel with its line. */
function LaneHead({ lane, topPx }: { lane: Lane; topPx: number }) {
  return (
    <p className={styles.laneHead} style={{ top: topPx }}>
      <b>{lane.unit ? `${lane.name}, ${lane.unit}` : lane.name}</b>
      {lane.roles.length > 1 &&
        lane.roles.map((role, at) => (
          <span key={role} data-tone={at % TONES.length} data-dashed={at >= TONES.length}>
            {roleText(role, lane)}
          </span>
        ))}
    </p>
  );
}

/** “1” of the motors, “wanted” of the pitch angle. */
export function roleText(role: string, { id }: Pick<Lane, "id">): string {
  if (role.endsWith("_target")) return "wanted";
  if (role === id) return "measured";
  return role.replace(/^(gyro|motor|rpm|acc|stick|rate_target|servo|esc_temp|cell)_/, "").replaceAll("_", " ");
}

/** The colours of a lane's channels in their order; beyond four they are dashed. */
const TONES = ["main", "second", "third", "fourth"] as const;

function timeOption({ lanes, pictures, range, marks }: Omit<Props, "onRange">, colours: ChartColours): object {
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

function pointsOf(picture: ChannelPicture | undefined): [number, number][] {
  if (!picture) return [];
  const points: [number, number][] = [];
  for (let at = 0; at < picture.timeS.length; at++) {
    points.push([picture.timeS[at]!, picture.min[at]!]);
    if (picture.max[at] !== picture.min[at]) points.push([picture.timeS[at]!, picture.max[at]!]);
  }
  return points;
}

function lineOf(grid: number, colour: string, isDashed: boolean): object {
  return {
    type: "line",
    xAxisIndex: grid,
    yAxisIndex: grid,
    showSymbol: false,
    lineStyle: { color: colour, width: 1.4, type: isDashed ? "dashed" : "solid" },
    itemStyle: { color: colour },
  };
}

function common(colours: ChartColours): object {
  return {
    animation: false,
    textStyle: { fontFamily: "IBM Plex Sans Variable", color: colours.ink },
    tooltip: {
      trigger: "axis",
      axisPointer: { type: "line" },
      backgroundColor: colours.card,
      borderColor: colours.soft,
      textStyle: { color: colours.ink },
      valueFormatter: (value: number) => (Number.isFinite(value) ? value.toFixed(3) : "–"),
    },
    axisPointer: { link: [{ xAxisIndex: "all" }] },
  };
}

const axisText = (colours: ChartColours) => ({ color: colours.soft, fontFamily: "IBM Plex Mono" });

/** Spectra of a lane's channels over the stretch in view. */
export function SpectrumChart({
  lane,
  spectra,
  lines,
}: {
  lane: Lane;
  spectra: readonly SpectrumPicture[];
  lines: readonly { hz: number; label: string }[];
}) {
  const toOption = useCallback(
    (colours: ChartColours) => spectrumOption(lane, spectra, lines, colours),
    [lane, spectra, lines],
  );
  return (
    <div className={styles.chart}>
      <LaneHead lane={{ ...lane, unit: lane.unit ? `${lane.unit}/√Hz` : "1/√Hz" }} topPx={0} />
      <ChartFrame toOption={toOption} heightPx={330} label={`Spectrum of ${lane.name}`} />
    </div>
  );
}

function spectrumOption(
  lane: Lane,
  spectra: readonly SpectrumPicture[],
  lines: readonly { hz: number; label: string }[],
  colours: ChartColours,
): object {
  return {
    ...common(colours),
    grid: { left: 72, right: 20, top: 30, bottom: 34 },
    xAxis: {
      type: "value",
      min: 0,
      max: spectra[0]?.hz.at(-1) ?? 1,
      axisLabel: { ...axisText(colours), formatter: (value: number) => `${Number(value.toFixed(0))} Hz` },
      splitLine: { lineStyle: { color: colours.line } },
    },
    yAxis: {
      type: "log",
      axisLabel: { ...axisText(colours), formatter: String },
      splitLine: { lineStyle: { color: colours.line } },
    },
    series: spectra.map(({ role, hz, density }, at) => ({
      ...lineOf(0, colours[TONES[at % TONES.length]!], at >= TONES.length),
      name: roleText(role, lane),
      data: Array.from(hz.subarray(1), (each, bin) => [each, Math.max(1e-9, density[bin + 1]!)]),
      ...(at === 0 && {
        markLine: {
          symbol: "none",
          silent: true,
          lineStyle: { color: colours.limit, type: "dashed" },
          label: { color: colours.ink },
          data: lines.map((line) => ({ xAxis: line.hz, label: { formatter: line.label } })),
        },
      }),
    })),
  };
}
