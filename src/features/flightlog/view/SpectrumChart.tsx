"use client";

import { useCallback } from "react";
import { type ChartColours } from "@/shared/charts/chartColours";
import { ChartFrame } from "@/shared/charts/ChartFrame";
import { type SpectrumPicture } from "@/workers/flightlog/protocol";
import styles from "../LogLab.module.css";
import { axisText, common, LaneHead, laneTitle, lineOf, roleText, TONES } from "./chartParts";
import { type Lane } from "./lanes";

/** Spectra of a lane's channels over the stretch in view. */
export function SpectrumChart({
  fileName,
  lane,
  spectra,
  lines,
}: {
  fileName: string;
  lane: Lane;
  spectra: readonly SpectrumPicture[];
  lines: readonly { hz: number; label: string }[];
}) {
  const toOption = useCallback(
    (colours: ChartColours) => spectrumOption(lane, spectra, lines, colours),
    [lane, spectra, lines],
  );
  const toPicture = useCallback(
    (colours: ChartColours) => ({ ...toOption(colours), title: laneTitle(perRoot(lane), 0, colours) }),
    [toOption, lane],
  );
  return (
    <div className={styles.chart}>
      <LaneHead lane={perRoot(lane)} topPx={0} />
      <ChartFrame
        toOption={toOption}
        toPicture={toPicture}
        heightPx={330}
        label={`Spectrum of ${lane.name}`}
        caption={`${fileName}: spectrum of ${lane.name.toLowerCase()}`}
      />
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

/** The lane in the unit of its density. */
function perRoot(lane: Lane): Lane {
  return { ...lane, unit: lane.unit ? `${lane.unit}/√Hz` : "1/√Hz" };
}
