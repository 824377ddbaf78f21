"use client";

import { useCallback } from "react";
import { type ChartColours } from "@/shared/charts/chartColours";
import { ChartFrame } from "@/shared/charts/ChartFrame";
import { type SpectrumMapPicture } from "@/workers/flightlog/protocol";
import styles from "../LogLab.module.css";
import { axisText, common } from "./chartParts";
import { mapCells } from "./mapCells";

/** Multiples of the turning speed that are drawn: the rotor itself, two blades, three. */
const ORDERS = [1, 2, 3] as const;

interface Props {
  fileName: string;
  map: SpectrumMapPicture;
  /** “Rates roll”. */
  name: string;
  unit: string;
  /** What the levels are of: “output” in shares of 1, or “speed” in rpm. */
  against: "output" | "speed";
}

/** Spectra over the levels of output or speed, fuller where it is stronger, with the turning speed and its multiples as lines. */
export function SpectrumMapChart({ fileName, map, name, unit, against }: Props) {
  const toOption = useCallback((colours: ChartColours) => mapOption(map, against, colours), [map, against]);
  const hasLines = map.turnHz.some(Number.isFinite);
  const mostHz = (map.bins - 1) * map.stepHz;
  const isBeyond = map.turnHz.some((hz) => hz > mostHz);
  return (
    <div className={styles.chart}>
      <p className={styles.laneHead} style={{ top: 0 }}>
        <b>
          {name}, {unit ? `${unit}/√Hz` : "1/√Hz"}
        </b>
        <i>the fuller, the stronger: each shade three times the last</i>
        {hasLines && <em className={styles.turning}>1×, 2×, 3× the turning speed</em>}
      </p>
      <ChartFrame
        toOption={toOption}
        heightPx={420}
        label={`Spectrum of ${name} over motor ${against}`}
        caption={`${fileName}: spectrum of ${name.toLowerCase()} over motor ${against}; lines at 1×, 2×, 3× the turning speed`}
      />
      {isBeyond && (
        <p className={styles.small}>
          This log shows nothing above {mostHz.toFixed(0)} Hz: a rotor faster than {(mostHz * 60).toFixed(0)} rpm is out
          of the picture. Log at a higher rate to see it.
        </p>
      )}
    </div>
  );
}

/** What ECharts hands to a drawer of its own. */
interface CustomApi {
  value(dimension: number): number;
  coord(point: [number, number]): [number, number];
}

function mapOption(map: SpectrumMapPicture, against: Props["against"], colours: ChartColours): object {
  const { edges, stepHz, bins, turnHz } = map;
  const [least, most] = [edges[0]!, edges.at(-1)!];
  const mostHz = (bins - 1) * stepHz;
  const level =
    against === "output"
      ? (value: number) => `${(100 * value).toFixed(0)} %`
      : (value: number) => `${value.toFixed(0)} rpm`;
  return {
    ...common(colours),
    tooltip: { show: false },
    axisPointer: { show: false },
    grid: { left: 92, right: 20, top: 30, bottom: 34 },
    xAxis: {
      type: "value",
      min: 0,
      max: mostHz,
      axisLabel: { ...axisText(colours), formatter: (value: number) => `${Number(value.toFixed(0))} Hz` },
      splitLine: { show: false },
    },
    yAxis: {
      type: "value",
      min: least,
      max: most,
      axisLabel: { ...axisText(colours), formatter: level, showMaxLabel: false },
      splitLine: { show: false },
      axisLine: { show: true, lineStyle: { color: colours.soft } },
    },
    series: [
      {
        type: "custom",
        silent: true,
        data: mapCells(map),
        renderItem: (_: unknown, api: CustomApi) => {
          // Edges on whole pixels, so that neighbours meet without a seam.
          const [left, bottom] = api.coord([api.value(0) - stepHz / 2, api.value(1)]).map(Math.round);
          const [right, top] = api.coord([api.value(0) + stepHz / 2, api.value(2)]).map(Math.round);
          const shape = { x: left!, y: top!, width: right! - left!, height: bottom! - top! };
          return { type: "rect", shape, style: { fill: colours.main, opacity: api.value(3) } };
        },
      },
      ...ORDERS.map((order) => ({
        type: "line",
        silent: true,
        showSymbol: false,
        lineStyle: { color: colours.limit, width: 1.6, type: "dashed" },
        endLabel: { show: true, formatter: `${order}×`, color: colours.limit, offset: [0, -8] },
        data: [...turnHz].flatMap((hz, at) => {
          const middle = (edges[at]! + edges[at + 1]!) / 2;
          return Number.isFinite(hz) && order * hz < mostHz ? [[order * hz, middle]] : [];
        }),
      })),
    ],
  };
}
