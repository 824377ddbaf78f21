"use client";

import { useEffect, useEffectEvent, useLayoutEffect, useRef } from "react";
import { type ChartColours, coloursOf } from "./chartColours";
import { PictureButton } from "./PictureButton";
import { useTheme } from "@/shared/theme/ThemeProvider";

interface Props {
  /** Kept by the caller between renders unless what it draws changed. */
  toOption: (colours: ChartColours) => object;
  /** The same for its picture, where what stands beside the chart on the page has to be in it; kept likewise. */
  toPicture?: (colours: ChartColours) => object;
  /** While this stays the same only data are replaced, which costs a fraction of a new chart. */
  shape?: string;
  heightPx: number;
  label: string;
  /** What stands under its picture in a job's report; the label when left out. */
  caption?: string;
  /** Hears which part of its axis, from 0 to 1, somebody turned to by wheel or drag; the option has an inside zoom then. */
  onZoom?: (from: number, to: number) => void;
  /** Hears the value of the horizontal axis under the pointer. */
  onPoint?: (value: number) => void;
}

type Chart = {
  setOption(option: object, notMerge: boolean): void;
  resize(): void;
  dispose(): void;
  on(event: "datazoom" | "updateAxisPointer", listener: (event: unknown) => void): void;
};

interface ZoomEvent {
  start?: number;
  end?: number;
  batch?: { start: number; end: number }[];
}

/** A chart as wide as its place, drawn anew when its option or the colour scheme changes. */
export function ChartFrame({
  toOption,
  toPicture = toOption,
  shape,
  heightPx,
  label,
  caption,
  onZoom,
  onPoint,
}: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const chart = useRef<Chart | null>(null);
  const { scheme } = useTheme();
  const now = shape === undefined ? null : `${shape} ${scheme}`;
  const latest = useRef({ toOption, now });
  const drawn = useRef<string | null>(null);
  const zoomed = useEffectEvent((event: unknown) => {
    const { batch, start, end } = event as ZoomEvent;
    const [from, to] = batch?.[0] ? [batch[0].start, batch[0].end] : [start, end];
    if (from !== undefined && to !== undefined && (from > 0 || to < 100)) onZoom?.(from / 100, to / 100);
  });
  const pointed = useEffectEvent((event: unknown) => {
    const value = (event as { axesInfo?: { value: number }[] }).axesInfo?.[0]?.value;
    if (value !== undefined) onPoint?.(value);
  });

  // Before the frame is painted: after it, each zoom would come a frame later.
  useLayoutEffect(() => {
    latest.current = { toOption, now };
    if (!frame.current || !chart.current) return;
    chart.current.setOption(toOption(coloursOf(frame.current)), now === null || now !== drawn.current);
    drawn.current = now;
  }, [toOption, now, scheme]);

  useEffect(() => chart.current?.resize(), [heightPx]);

  useEffect(() => {
    let isGone = false;
    let made: Chart | undefined;
    let observer: ResizeObserver | undefined;
    let sizes = 0;
    // Loaded when first needed: the board must not carry it.
    void import("./echarts").then(({ init }) => {
      if (isGone || !frame.current) return;
      const chartHere: Chart = (made = init(frame.current));
      chartHere.on("datazoom", zoomed);
      chartHere.on("updateAxisPointer", pointed);
      // What is heard first is the size that it was made with.
      observer = new ResizeObserver(() => sizes++ > 0 && chartHere.resize());
      observer.observe(frame.current);
      // Made in one frame and drawn in the next: both in one hold the page for longer than a hand waits.
      requestAnimationFrame(() => {
        if (isGone || !frame.current) return;
        chart.current = chartHere;
        chartHere.setOption(latest.current.toOption(coloursOf(frame.current)), true);
        drawn.current = latest.current.now;
      });
    });
    return () => {
      isGone = true;
      observer?.disconnect();
      made?.dispose();
      chart.current = null;
    };
  }, []);
  return (
    <>
      <div ref={frame} style={{ height: heightPx, width: "100%" }} role="img" aria-label={label} />
      <PictureButton toOption={toPicture} heightPx={heightPx} caption={caption ?? label} subject={shape ?? label} />
    </>
  );
}
