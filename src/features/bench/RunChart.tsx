"use client";

import { useEffect, useRef } from "react";
import { type PowerSample, type RunLimits } from "@/core/bench/findLimitCrossing";
import { useTheme } from "@/shared/theme/ThemeProvider";
import { runChartOption } from "./runChartOption";

interface Props {
  samples: readonly PowerSample[];
  baseline: readonly PowerSample[];
  limits: RunLimits;
  durationS: number;
}

type Chart = { setOption(option: object, notMerge: boolean): void; resize(): void; dispose(): void };

/** Amps, watts and volts over time, one above the other, with limits drawn and the baseline in a second tone. */
export function RunChart({ samples, baseline, limits, durationS }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const chart = useRef<Chart | null>(null);
  const { scheme } = useTheme();
  const latest = useRef<Props>({ samples, baseline, limits, durationS });

  useEffect(() => {
    latest.current = { samples, baseline, limits, durationS };
    if (frame.current) chart.current?.setOption(runChartOption(latest.current, coloursOf(frame.current)), true);
  }, [samples, baseline, limits, durationS, scheme]);

  useEffect(() => {
    let isGone = false;
    let observer: ResizeObserver | undefined;
    // Loaded when first needed: the board must not carry it.
    void import("./echarts").then(({ init }) => {
      if (isGone || !frame.current) return;
      const made: Chart = init(frame.current);
      chart.current = made;
      made.setOption(runChartOption(latest.current, coloursOf(frame.current)), true);
      observer = new ResizeObserver(() => made.resize());
      observer.observe(frame.current);
    });
    return () => {
      isGone = true;
      observer?.disconnect();
      chart.current?.dispose();
      chart.current = null;
    };
  }, []);
  return (
    <div ref={frame} style={{ height: 400, width: "100%" }} role="img" aria-label="Amps, watts and volts over time" />
  );
}

/** The page's roles as colours that a canvas understands: a custom property itself still holds both schemes. */
function coloursOf(element: HTMLElement) {
  const role = (name: string) => {
    element.style.color = `var(--${name})`;
    return getComputedStyle(element).color;
  };
  return {
    ink: role("ink"),
    soft: role("soft"),
    line: role("line"),
    main: role("petrol"),
    second: role("second"),
    limit: role("failed"),
    card: role("card"),
  };
}
