"use client";

import { useCallback } from "react";
import { type ChartColours } from "./chartColours";
import { ChartFrame } from "./ChartFrame";
import styles from "./Charts.module.css";
import { DASHES, seriesChartOption, type SeriesChartData, lanesOf } from "./seriesChartOption";

const LANE_PX = 132;

/** The channels of a run over time, one above the other. */
export function SeriesChart({ data }: { data: SeriesChartData }) {
  const toOption = useCallback((colours: ChartColours) => seriesChartOption(data, colours), [data]);
  const lanes = lanesOf(data);
  const shape = JSON.stringify([lanes, data.others.length, data.limits, data.notes.length, data.durationS]);
  return (
    <>
      {data.others.length > 0 && <Legend names={data.others.map(({ name }) => name)} />}
      <ChartFrame
        toOption={toOption}
        shape={shape}
        heightPx={Math.min(560, Math.max(230, lanes.length * LANE_PX))}
        label={`${lanes.join(", ")} over time`}
      />
    </>
  );
}

/** Which line is which, where there is more than one run. */
function Legend({ names }: { names: readonly string[] }) {
  return (
    <p className={styles.legend}>
      <span>
        <svg width="26" height="6" aria-hidden>
          <path d="M0 3h26" stroke="var(--petrol)" strokeWidth="2.5" />
        </svg>
        this run
      </span>
      {names.map((name, place) => {
        const dash = DASHES[place % DASHES.length];
        return (
          <span key={name}>
            <svg width="26" height="6" aria-hidden>
              <path
                d="M0 3h26"
                stroke="var(--second)"
                strokeWidth="2"
                {...(typeof dash === "object" && { strokeDasharray: dash.join(" ") })}
              />
            </svg>
            {name}
          </span>
        );
      })}
    </p>
  );
}
